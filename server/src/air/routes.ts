import { AirReply } from '@north-step/contract';
import type { FastifyInstance } from 'fastify';
import { roomAir, settingFact } from '../bench/index.ts';
import type { Context } from '../context.ts';
import { sql } from '../db/index.ts';
import type { Handler, Handlings } from '../http/command.ts';
import { Refused, unknown } from '../http/errors.ts';
import { checksIcs } from './calendar.ts';
import { airView } from './store.ts';

/** What the workshop says of its air, its limits and its checks. */
const setAir: Handler<'air.set'> = async (work) => {
  const { tx, context, body } = work;
  const ids = body.air.checks.map(({ id }) => id);
  if (new Set(ids).size < ids.length)
    throw new Refused({
      code: 'NAME_TAKEN',
      field: 'air.checks',
      message: 'Two checks have one id. Nothing was kept.',
    });
  const text = JSON.stringify(body.air);
  await tx.many(sql`
    INSERT INTO setting (key, value) VALUES ('air', ${text}) ON CONFLICT (key) DO UPDATE SET value = excluded.value`);
  await settingFact(work, 'air', body.air);
  return { reply: await airView(tx, context.nowMs()), topics: ['air', 'bench'] };
};

const checkMade: Handler<'air.check'> = async ({ tx, context, command, params }) => {
  const { checks } = await roomAir(tx, context.nowMs());
  if (!checks.some(({ id }) => id === params.checkId)) throw unknown('check', params.checkId);
  await tx.many(sql`
    INSERT INTO check_done (check_id, at, by, note, command_id)
    VALUES (${params.checkId}, ${new Date(context.nowMs())}, ${command.by}, ${command.note ?? ''}, ${command.commandId})`);
  return { reply: await airView(tx, context.nowMs()), topics: ['air', 'bench'] };
};

export const AIR_HANDLINGS = {
  'air.set': { work: setAir },
  'air.check': { work: checkMade },
} satisfies Partial<Handlings>;

export function airRoutes(app: FastifyInstance, { db, nowMs }: Context): void {
  app.get('/api/air', { schema: { summary: 'The room’s air, limits and checks', response: { 200: AirReply } } }, () =>
    airView(db, nowMs()),
  );
  app.get('/api/air/checks.ics', { schema: { summary: 'Checks that are due, as a calendar' } }, async (_, reply) => {
    const { checks } = await airView(db, nowMs());
    return reply
      .type('text/calendar; charset=utf-8')
      .header('content-disposition', 'attachment; filename="checks.ics"')
      .send(checksIcs(checks, nowMs()));
  });
}
