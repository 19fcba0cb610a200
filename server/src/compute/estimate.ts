import { EstimateComputed, EstimateInput } from '@north-step/contract';
import { type BathEvent, type HistoryItem, inOrder, itemAtMs } from '@north-step/core/estimate';
import { DEFAULT_PRICES } from '@north-step/core/prices';
import { readingBreach } from '@north-step/core/reading';
import type { FastifyInstance } from 'fastify';
import type { Static } from 'typebox';
import type { Estimator } from '../estimate/index.ts';
import { askingOf } from '../http/asking.ts';
import { Refused } from '../http/errors.ts';

const LIMIT_BYTES = 8 * 1024 * 1024;
const DEFAULT_LIMIT_PCT_W = 12.5;
type Input = Static<typeof EstimateInput>;

/** `POST /api/compute/estimate`: a history in, loads with ranges out. Runs in the filter's thread; nothing is kept but snapshots. */
export function estimateCompute(app: FastifyInstance, estimator: Estimator): void {
  app.post<{ Body: Input }>(
    '/api/compute/estimate',
    {
      bodyLimit: LIMIT_BYTES,
      schema: {
        summary: 'Loads of baths from their history and readings',
        body: EstimateInput,
        response: { 200: EstimateComputed },
      },
    },
    async (request, out) => {
      const { body } = request;
      const items = itemsOf(body);
      const baths = body.baths.map(({ limitPctW: _, ...bath }) => ({
        ...bath,
        solvent: bath.solvent ?? ('isopropanol' as const),
      }));
      const question = {
        history: { baths, items, seed: body.seed, particles: body.particles },
        question: {
          nowMs: items.length > 0 ? itemAtMs(items.at(-1)!) : 0,
          sources: [],
          prices: DEFAULT_PRICES,
          names: {},
          baths: body.baths.map((bath, index) => ({
            id: bath.id,
            name: bath.id,
            solvent: baths[index]!.solvent,
            capacityMl: 1,
            carrierId: carrierOf(body, bath.id),
            limit: { limitPctW: bath.limitPctW ?? DEFAULT_LIMIT_PCT_W, by: 'shop' as const, why: '', perResin: [] },
          })),
        },
      };
      const { reports } = await estimator.ask(question, askingOf(request, out));
      return {
        baths: reports.map(({ id, estimate, forecast, learned }) => ({
          id,
          loadPctW: estimate.loadPctW,
          range90: [...estimate.range90],
          strengthPctW: estimate.strengthPctW,
          volumeMl: estimate.volumeMl,
          batchesLeft: { median: forecast.batchesLeft.median, range90: [...forecast.batchesLeft.range90] },
          learned: [...learned],
        })),
        assumptions: [
          `Bootstrap particle filter, ${body.particles ?? 2000} particles, Student-t likelihoods, seed ${body.seed}: the same history gives the same answer.`,
          'One drip in about twelve is taken to have been cut short; one reading in twenty to be plainly wrong.',
          'Batches left: the bath’s last 30 washes drawn again until the limit, cut at 200.',
        ],
      };
    },
  );
}

const carrierOf = (body: Input, bath: string): string | undefined =>
  (body.events as unknown as readonly BathEvent[])
    .flatMap((event) => (event.kind === 'wash' && event.bath === bath && event.carriedFrom ? [event.carriedFrom] : []))
    .at(-1);

/** Events and readings in one order. @throws Refused naming an unknown bath or an impossible reading */
function itemsOf(body: Input): HistoryItem[] {
  const known = new Map(body.baths.map((bath) => [bath.id, bath]));
  const mustKnow = (id: string | undefined, field: string) => {
    if (id !== undefined && !known.has(id))
      throw new Refused({ code: 'BAD_VALUE', message: `There is no bath “${id}” in baths.`, field });
  };
  const events = body.events.map((event, index): HistoryItem => {
    for (const name of ['bath', 'from', 'to', 'carriedFrom', 'first', 'second', 'drum'] as const)
      if (name in event)
        mustKnow((event as Record<string, unknown>)[name] as string | undefined, `events.${index}.${name}`);
    return { type: 'event', event: { ...event, id: event.id ?? `e${index}` } as BathEvent };
  });
  const readings = body.readings.map(({ atMs, bath, reading }, index): HistoryItem => {
    mustKnow(bath, `readings.${index}.bath`);
    const breach = readingBreach(reading, known.get(bath)!.solvent ?? 'isopropanol');
    if (breach) throw new Refused({ ...breach, field: `readings.${index}.reading.${breach.field}` });
    return { type: 'reading', reading: { ...reading, id: `r${index}`, atMs, bath } };
  });
  return inOrder([...events, ...readings]);
}
