import { Done, NewShiftNote, RoomReply, SetRoom, ShiftNotesReply, TakeClock } from '@north-step/contract';
import type { FastifyInstance } from 'fastify';
import type { Context } from '../context.ts';
import { takeClock } from './clock.ts';
import { roomView, setRoom } from './room.ts';
import { addShiftNote, shiftNotes } from './shiftNotes.ts';

export function roomRoutes(app: FastifyInstance, context: Context): void {
  const reply = { 200: RoomReply };
  app.get('/api/room', { schema: { summary: 'The room, sizes of what stands in it, prices', response: reply } }, () =>
    roomView(context.db),
  );
  app.post<{ Body: SetRoom }>(
    '/api/room',
    { schema: { summary: 'Say how the room is', body: SetRoom, response: reply } },
    (request) => setRoom(context, request.body),
  );
  app.post<{ Body: TakeClock }>(
    '/api/clock',
    { schema: { summary: 'The machine’s clock is right: take it on', body: TakeClock, response: { 200: Done } } },
    (request) => takeClock(context, request.body),
  );
  const notes = { 200: ShiftNotesReply };
  app.get('/api/shift-notes', { schema: { summary: 'What shifts left for the next', response: notes } }, () =>
    shiftNotes(context.db),
  );
  app.post<{ Body: NewShiftNote }>(
    '/api/shift-notes',
    { schema: { summary: 'Leave a note for the next shift', body: NewShiftNote, response: notes } },
    (request) => addShiftNote(context, request.body),
  );
}
