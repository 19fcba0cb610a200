import { BeginRun, CoverCommand, FinishRunStep, GiveUpRun, LookAtRun, RunReply, WeatherCommand } from '../reclaim.ts';
import { AddWaste, HandOverWaste, OpenWaste, WasteReply } from '../waste.ts';
import { type CommandShape, Nothing } from './define.ts';

export const RECLAIM_COMMANDS = {
  'reclaim.begin': { summary: 'Begin a reclaim run', body: BeginRun, reply: RunReply },
  'reclaim.start': { summary: 'Begin a step of a run', body: Nothing, reply: RunReply },
  'reclaim.finish': { summary: 'End a step of a run, with what was measured', body: FinishRunStep, reply: RunReply },
  'reclaim.look': { summary: 'Say what a jar or a pan looks like', body: LookAtRun, reply: RunReply },
  'reclaim.filter': { summary: 'The filter was clogged, and changed', body: Nothing, reply: RunReply },
  'reclaim.weather': {
    summary: 'The weather over a pan since it was last said',
    body: WeatherCommand,
    reply: RunReply,
  },
  'reclaim.cover': { summary: 'Cover a pan against rain, or uncover it', body: CoverCommand, reply: RunReply },
  'reclaim.give-up': { summary: 'Pour back what is left and end the run', body: GiveUpRun, reply: RunReply },
  'waste.open': { summary: 'Open a container for waste', body: OpenWaste, reply: WasteReply },
  'waste.add': { summary: 'Put waste into a container', body: AddWaste, reply: WasteReply },
  'waste.harden': { summary: 'All in it lay in light until nothing was tacky', body: Nothing, reply: WasteReply },
  'waste.hand-over': { summary: 'Hand a container over to a licensed carrier', body: HandOverWaste, reply: WasteReply },
} satisfies Record<string, CommandShape>;
