import {
  BatchReply,
  BrokeBatch,
  ColourCommand,
  EditBatch,
  FlagCommand,
  HoldBatch,
  MeasureBatch,
  MergeBatch,
  MishapCommand,
  NewBatch,
  RecountBatch,
  ScrapCommand,
  SplitBatch,
  UndoCommand,
} from '../bench.ts';
import { CorrectCommand, LaterCommand, LaterReply } from '../later.ts';
import { CurePlanCommand } from '../light.ts';
import { AddPartNote, PartNoteReply } from '../parts.ts';
import { TakeSheet, TakeSheetReply } from '../sheet.ts';
import { type CommandShape, Nothing } from './define.ts';

export const BATCH_COMMANDS = {
  'batch.create': {
    summary: 'A new batch, planned by the models',
    body: NewBatch,
    reply: BatchReply,
  },
  'batch.flag': {
    summary: 'Flag a batch, or lower its flag',
    body: FlagCommand,
    reply: BatchReply,
  },
  'batch.hold': {
    summary: 'Hold a batch, or release it',
    body: HoldBatch,
    reply: BatchReply,
  },
  'batch.broke': {
    summary: 'Pieces that broke, glued or not',
    body: BrokeBatch,
    reply: BatchReply,
  },
  'batch.measure': {
    summary: 'Sizes as a caliper showed them',
    body: MeasureBatch,
    reply: BatchReply,
  },
  'batch.recount': {
    summary: 'How many pieces are broken in all',
    body: RecountBatch,
    reply: BatchReply,
  },
  'batch.undo': {
    summary: 'Take the last command back',
    body: UndoCommand,
    reply: BatchReply,
  },
  'batch.mishap': {
    summary: 'Power lost, knocked over, fell, got wet: kept with the step, answered with steps',
    body: MishapCommand,
    reply: BatchReply,
  },
  'batch.scrap': {
    summary: 'Give a batch up: its record is sealed as scrapped',
    body: ScrapCommand,
    reply: BatchReply,
  },
  'sheet.take': {
    summary: 'Every row of a spreadsheet, or none',
    body: TakeSheet,
    reply: TakeSheetReply,
  },
  'record.correct': {
    summary: 'Say what a sealed record says wrongly, in a record behind it',
    body: CorrectCommand,
    reply: LaterReply,
  },
  'batch.later': {
    summary: 'Say what was seen later; pieces can come back onto the bench',
    body: LaterCommand,
    reply: LaterReply,
  },
  'batch.edit': {
    summary: 'Customer, due date, priority, note',
    body: EditBatch,
    reply: BatchReply,
  },
  'batch.split': {
    summary: 'Take pieces out as a batch of their own',
    body: SplitBatch,
    reply: BatchReply,
  },
  'batch.merge': {
    summary: 'Put another batch into this one',
    body: MergeBatch,
    reply: BatchReply,
  },
  'batch.repeat': {
    summary: 'Hang the same parts again',
    body: Nothing,
    reply: BatchReply,
  },
  'batch.colour': {
    summary: 'Colour before any light, by photo',
    body: ColourCommand,
    reply: BatchReply,
  },
  'batch.cure-plan': {
    summary: 'Take a plan of light on: lamp, turn, medium, heat, times',
    body: CurePlanCommand,
    reply: BatchReply,
  },
  'batch.part-note': {
    summary: 'Tell whoever prepares the part what was met',
    body: AddPartNote,
    reply: PartNoteReply,
  },
} satisfies Record<string, CommandShape>;
