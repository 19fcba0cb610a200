import {
  BlendCommand,
  CountCommand,
  DiscardCommand,
  FillCommand,
  LidCommand,
  LimitCommand,
  NewVesselCommand,
  PostingReply,
  ReadCommand,
  ReadReply,
  RefillCommand,
  ReverseCommand,
  RotateCommand,
  VerdictCommand,
  VesselReply,
} from '../solvent.ts';
import type { CommandShape } from './define.ts';

export const SOLVENT_COMMANDS = {
  'solvent.fill': {
    summary: 'Fill or top up a vessel',
    body: FillCommand,
    reply: PostingReply,
  },
  'solvent.rotate': {
    summary: 'Second becomes first, fresh into the second, first to the drum',
    body: RotateCommand,
    reply: PostingReply,
  },
  'solvent.refill': {
    summary: 'Everything out of a bath, then fresh in',
    body: RefillCommand,
    reply: PostingReply,
  },
  'solvent.discard': {
    summary: 'Spilled, or handed to a treatment works',
    body: DiscardCommand,
    reply: PostingReply,
  },
  'solvent.count': {
    summary: 'A physical count: the difference goes to unaccounted',
    body: CountCommand,
    reply: PostingReply,
  },
  'solvent.blend': {
    summary: 'Pour several vessels into one: a mix of fresh and reclaimed',
    body: BlendCommand,
    reply: PostingReply,
  },
  'solvent.reverse': {
    summary: 'Take a movement back with its mirror image',
    body: ReverseCommand,
    reply: PostingReply,
  },
  'solvent.lid': {
    summary: 'Set a lid: open, ajar or closed',
    body: LidCommand,
    reply: VesselReply,
  },
  'solvent.limit': {
    summary: 'Set or take away a stricter limit',
    body: LimitCommand,
    reply: VesselReply,
  },
  'solvent.vessel': {
    summary: 'Add a vessel',
    body: NewVesselCommand,
    reply: VesselReply,
  },
  'reading.take': {
    summary: 'Take a reading of a bath',
    body: ReadCommand,
    reply: ReadReply,
  },
  'reading.verdict': {
    summary: 'Trust or discard a reading',
    body: VerdictCommand,
    reply: PostingReply,
  },
} satisfies Record<string, CommandShape>;
