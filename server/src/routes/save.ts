import { orderRefusal, type Route, templateById, validateRoute } from '@north-step/core/route';
import { breachText, slugOf } from '@north-step/core/units';
import { benchNow } from '../bench/index.ts';
import { sql } from '../db/index.ts';
import type { Handler } from '../http/command.ts';
import { Refused } from '../http/errors.ts';
import { newestRoute, routeVersions } from './queries.ts';

/** Saves a route: a new one, or the next version of one that nobody changed meanwhile. */
export const saveRoute: Handler<'route.save'> = async ({ tx, context, command }) => {
  const { name, dose, steps, note } = command;
  const before = command.routeId === undefined ? undefined : await newestRoute(tx, command.routeId);
  if (before && command.basedOn !== undefined && command.basedOn !== before.version)
    throw new Refused({
      code: 'ROUTE_CHANGED',
      message: `${before.name} was changed meanwhile: it is at version ${before.version}, this change began at ${command.basedOn}.`,
      remedy: 'Your steps are still here. Save them as a new route, or look at the newer version first.',
    });
  const id = before?.id ?? (await freeId(name, async (wanted) => taken(wanted)));
  const route: Route = { id, name: name.trim(), version: (before?.version ?? 0) + 1, dose, steps, note };
  const breaches = validateRoute(route);
  if (breaches.length > 0)
    throw new Refused({ code: 'BAD_VALUE', message: breachText(breaches), field: breaches[0]!.path });
  // what this bench lacks is said where it is to be run: a route may be kept for another
  const refusal = orderRefusal(route, await benchNow(tx, context.nowMs()));
  if (refusal) throw new Refused({ ...refusal, field: refusal.step === undefined ? 'steps' : `steps.${refusal.step}` });
  await tx.many(sql`
    INSERT INTO route (id, version, name, body, note, at, by, command_id)
    VALUES (${id}, ${route.version}, ${route.name}, ${JSON.stringify(route)}, ${command.changeNote}, ${new Date(context.nowMs())},
            ${command.by}, ${command.commandId})`);
  return { reply: await routeVersions(tx, id), about: id, topics: ['routes'] };

  async function taken(wanted: string): Promise<boolean> {
    if (templateById(wanted)) return true;
    return (await tx.maybeOne(sql`SELECT 1 AS one FROM route WHERE id = ${wanted}`)) !== undefined;
  }
};

/** An address from a name: its letters, and a number when another route has it. */
async function freeId(name: string, taken: (id: string) => Promise<boolean>): Promise<string> {
  const base = slugOf(name) || 'route';
  for (let n = 1; ; n++) {
    const id = n === 1 ? base : `${base}-${n}`;
    if (!(await taken(id))) return id;
  }
}
