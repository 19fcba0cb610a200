import { WasteList } from '@north-step/contract';
import { handedOverG, type WasteContainer, wasteKind } from '@north-step/core/waste';
import type { FastifyInstance } from 'fastify';
import { Type } from 'typebox';
import type { Context } from '../context.ts';
import { type Queryable, sql } from '../db/index.ts';
import { askingOf } from '../http/asking.ts';
import type { Handler, Handlings } from '../http/command.ts';
import { sendCsv } from '../http/csv.ts';
import { Refused } from '../http/errors.ts';
import type { Printer } from '../pdf/index.ts';
import { wasteLabel } from './label.ts';
import { goneContainers, loadContainer, openContainers, recordWaste, WASTE_TOPICS } from './store.ts';

const openWaste: Handler<'waste.open'> = async (work) => {
  const { tx, context, command } = work;
  const name = command.name.trim();
  const taken = await tx.maybeOne(
    sql`SELECT 1 AS one FROM waste_container WHERE gone_at IS NULL AND lower(name) = lower(${name})`,
  );
  if (taken)
    throw new Refused({
      code: 'NAME_TAKEN',
      field: 'name',
      message: `There is already a container named ${name}.`,
      remedy: 'Give it another name.',
    });
  const { kind, capacityL, by } = command;
  const at = { atMs: context.nowMs(), by };
  const container = await recordWaste(work, undefined, {
    ...at,
    type: 'opened',
    id: context.newId(),
    name,
    kind,
    capacityL,
  });
  return { reply: { container }, topics: WASTE_TOPICS };
};

const addWaste: Handler<'waste.add'> = async (work) => {
  const { tx, context, command, params } = work;
  const { what, grams, note, by } = command;
  const before = await loadContainer(tx, params.containerId);
  const container = await recordWaste(work, before, { type: 'added', what, grams, note, atMs: context.nowMs(), by });
  return { reply: { container }, topics: WASTE_TOPICS };
};

const hardenWaste: Handler<'waste.harden'> = async (work) => {
  const { tx, context, command, params } = work;
  const before = await loadContainer(tx, params.containerId);
  const container = await recordWaste(work, before, { type: 'hardened', atMs: context.nowMs(), by: command.by });
  return { reply: { container }, topics: WASTE_TOPICS };
};

const handOverWaste: Handler<'waste.hand-over'> = async (work) => {
  const { tx, context, command, params } = work;
  const { carrier, paper, grams, by } = command;
  const before = await loadContainer(tx, params.containerId);
  const event = { type: 'handed-over', carrier, paper, grams, atMs: context.nowMs(), by } as const;
  return { reply: { container: await recordWaste(work, before, event) }, topics: WASTE_TOPICS };
};

export const WASTE_HANDLINGS = {
  'waste.open': { work: openWaste },
  'waste.add': { work: addWaste },
  'waste.harden': { work: hardenWaste },
  'waste.hand-over': { work: handOverWaste },
} satisfies Partial<Handlings>;

async function wasteList(db: Queryable) {
  const [open, gone] = await Promise.all([openContainers(db), goneContainers(db)]);
  return { open, gone, years: yearsOf(gone) };
}

/** What was handed over in each year, the newest first. */
function yearsOf(gone: readonly WasteContainer[]) {
  const years = new Set(gone.map(({ handedOver }) => new Date(handedOver!.atMs).getFullYear()));
  return [...years]
    .sort((a, b) => b - a)
    .map((year) => ({
      year,
      grams: Object.fromEntries(handedOverG(gone, new Date(year, 0, 1).getTime(), new Date(year + 1, 0, 1).getTime())),
    }));
}

export function wasteRoutes(app: FastifyInstance, { db }: Context, printer: Printer): void {
  app.get(
    '/api/waste',
    { schema: { summary: 'Containers of waste, and what was handed over', response: { 200: WasteList } } },
    () => wasteList(db),
  );
  app.get('/api/waste.csv', { schema: { summary: 'The log of what was handed over' } }, async (_, reply) => {
    const gone = await goneContainers(db);
    const rows = gone.map(({ name, kind, grams, handedOver, openedAtMs, hardenedAtMs }) => ({
      handed_over: new Date(handedOver!.atMs).toISOString(),
      container: name,
      holds: wasteKind(kind).label,
      grams: handedOver!.grams,
      grams_put_in: grams,
      opened: new Date(openedAtMs).toISOString(),
      hardened: hardenedAtMs === undefined ? '' : new Date(hardenedAtMs).toISOString(),
      carrier: handedOver!.carrier,
      paper: handedOver!.paper ?? '',
      by: handedOver!.by,
    }));
    return sendCsv(reply, 'waste-handed-over.csv', rows);
  });
  const params = Type.Object({ containerId: Type.String({ maxLength: 80 }) });
  app.get<{ Params: { containerId: string } }>(
    '/api/waste/:containerId/label.pdf',
    { schema: { summary: 'The label of a container', params } },
    async (request, reply) => {
      const container = await loadContainer(db, request.params.containerId);
      const pdf = await printer.print(wasteLabel(container), askingOf(request, reply));
      return reply.type('application/pdf').send(pdf);
    },
  );
}
