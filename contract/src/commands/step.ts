import {
  BatchReply,
  ElsewhereCommand,
  ExtendCommand,
  FinishCommand,
  LeaveOutCommand,
  LookCommand,
  StayCommand,
} from '../bench.ts';
import { type CommandShape, Nothing } from './define.ts';

export const STEP_COMMANDS = {
  'step.start': {
    summary: 'Start a step',
    body: Nothing,
    reply: BatchReply,
  },
  'step.finish': {
    summary: 'Finish a step, now or when it ended',
    body: FinishCommand,
    reply: BatchReply,
  },
  'step.stay': {
    summary: 'Past its limit, and why it stays in',
    body: StayCommand,
    reply: BatchReply,
  },
  'step.leave-out': {
    summary: 'The next step is not done, and why',
    body: LeaveOutCommand,
    reply: BatchReply,
  },
  'step.elsewhere': {
    summary: 'Do a step at another station than it was planned for',
    body: ElsewhereCommand,
    reply: BatchReply,
  },
  'step.extend': {
    summary: 'Add or take time',
    body: ExtendCommand,
    reply: BatchReply,
  },
  'step.look': {
    summary: 'Say what was seen',
    body: LookCommand,
    reply: BatchReply,
  },
} satisfies Record<string, CommandShape>;
