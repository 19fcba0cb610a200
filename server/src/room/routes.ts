import { RoomReply, ShiftNotesReply } from '@north-step/contract';
import type { FastifyInstance } from 'fastify';
import type { Context } from '../context.ts';
import type { Handlings } from '../http/command.ts';
import { takeClock } from './clock.ts';
import { roomView, setRoom } from './room.ts';
import { setUpShop } from './setUp.ts';
import { addShiftNote, shiftNotes } from './shiftNotes.ts';

export function roomRoutes(app: FastifyInstance, context: Context): void {
  const reply = { 200: RoomReply };
  app.get('/api/room', { schema: { summary: 'The room, sizes of what stands in it, prices', response: reply } }, () =>
    roomView(context.db),
  );
  const notes = { 200: ShiftNotesReply };
  app.get('/api/shift-notes', { schema: { summary: 'What shifts left for the next', response: notes } }, () =>
    shiftNotes(context.db),
  );
}

export const ROOM_HANDLINGS = {
  'shop.set-up': { work: setUpShop, again: roomView },
  'room.set': { work: setRoom, again: roomView },
  'clock.take': { work: takeClock },
  'shift.note': { work: addShiftNote, again: shiftNotes },
} satisfies Partial<Handlings>;
