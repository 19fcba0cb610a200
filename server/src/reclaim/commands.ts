import {
  decideRunGiveUp,
  decideRunLook,
  decideRunStart,
  type Pan,
  panAfter,
  panDays,
  type RunState,
  type Weather,
} from '@north-step/core/reclaim';
import { mgFromGrams, type Parcel, portion, totalMg, transferLines } from '@north-step/core/solvent';
import { litresText, plainNumber } from '@north-step/core/units';
import { parcelOf } from '../bench/index.ts';
import type { Handler } from '../http/command.ts';
import { Refused } from '../http/errors.ts';
import { massG, need, roomFor, volumeOf } from '../solvent/index.ts';
import { bookRun, insideNow } from './inside.ts';
import { loadRun, RUN_TOPICS, recordRun } from './store.ts';

const DAY_MS = 86_400_000;

export const startRunStep: Handler<'reclaim.start'> = async (work) => {
  const { tx, context, command, params } = work;
  const run = await loadRun(tx, params.runId);
  const turn = decideRunStart(run, params.stepId, context.nowMs());
  if (!turn.ok) throw new Refused(turn.refusal);
  const after = await recordRun(work, run, [
    { type: 'started', stepId: params.stepId, atMs: context.nowMs(), by: command.by },
  ]);
  return { reply: { run: after }, topics: RUN_TOPICS };
};

export const lookAtRun: Handler<'reclaim.look'> = async (work) => {
  const { tx, context, command, params } = work;
  const run = await loadRun(tx, params.runId);
  const turn = decideRunLook(run, params.stepId, command.outcome, context.nowMs());
  if (!turn.ok) throw new Refused(turn.refusal);
  const after = await recordRun(work, run, [
    { type: 'looked', stepId: params.stepId, outcome: command.outcome, atMs: context.nowMs(), by: command.by },
  ]);
  return { reply: { run: after }, topics: RUN_TOPICS };
};

/** @throws RUN_OVER */
function refuseOver(run: RunState): void {
  if (run.endedAtMs !== undefined)
    throw new Refused({ code: 'RUN_OVER', message: `${run.name} is over.`, remedy: 'Begin another.' });
}

export const changeFilter: Handler<'reclaim.filter'> = async (work) => {
  const { tx, context, command, params } = work;
  const run = await loadRun(tx, params.runId);
  refuseOver(run);
  const after = await recordRun(work, run, [{ type: 'filter-changed', atMs: context.nowMs(), by: command.by }]);
  return { reply: { run: after }, topics: RUN_TOPICS };
};

const DAY_S = 86_400;
/** Somebody is called back when it should be dry, within a week at the latest; in frost and rain, tomorrow. */
function againS(pan: Pan, weather: Weather): number {
  const days = panDays(pan, weather) ?? 1;
  return Math.min(7, Math.max(1, days)) * DAY_S;
}

/** The weather since it was last said, or since the pan stands: what it took is booked, and what it rained in. */
export const sayWeather: Handler<'reclaim.weather'> = async (work) => {
  const { tx, context, command, params } = work;
  const run = await loadRun(tx, params.runId);
  refuseOver(run);
  const stands = run.steps.find(({ kind, state }) => kind === 'dry' && state === 'running');
  if (!stands)
    throw new Refused({
      code: 'NOT_RUNNING',
      message: `${run.inside.name} does not stand outdoors now.`,
      remedy: 'Pour it first.',
    });
  const toMs = context.nowMs();
  const fromMs = Math.max(run.weather.at(-1)?.toMs ?? 0, run.steps.find(({ kind }) => kind === 'dry')!.startedAtMs!);
  const { row, addedG } = await insideNow(work, run);
  const held = parcelOf(row);
  const pan = {
    litres: volumeOf(row) / 1000,
    areaM2: row.surface_m2,
    capacityL: row.capacity_ml / 1000,
    covered: run.covered,
  };
  const days = (toMs - fromMs) / DAY_MS;
  const { lossMm, rainMm } = panAfter(pan, command.weather, days);
  const liquid: Parcel = [held[0], held[1], 0n];
  const lost = portion(liquid, mgFromGrams(1000 * lossMm * row.surface_m2 * days));
  const roomG = Math.max(0, (pan.capacityL - pan.litres) * 1000);
  const rain: Parcel = [0n, mgFromGrams(Math.min(1000 * rainMm * row.surface_m2 * days, roomG + massG(lost))), 0n];
  if (totalMg(lost) > 0n)
    await bookRun(work, run, {
      kind: 'pan dries',
      note: `${run.name}: ${plainNumber(days)} days of ${plainNumber(lossMm)} mm`,
      lines: transferLines(row.id, 'evaporated', liquid, totalMg(lost)),
      deeds: [{ kind: 'evaporate', bath: row.id, solventG: Number(lost[0]) / 1000, waterG: Number(lost[1]) / 1000 }],
    });
  if (totalMg(rain) > 0n)
    await bookRun(work, run, {
      kind: 'rain',
      note: `${run.name}: ${plainNumber(rainMm)} mm of rain a day into ${row.name}`,
      lines: [
        { account: 'supply', parcel: [0n, -rain[1], 0n] },
        { account: row.id, parcel: rain },
      ],
      deeds: [{ kind: 'fill', bath: row.id, solventG: 0, waterG: Number(rain[1]) / 1000, resinG: 0 }],
    });
  const after = await recordRun(work, run, [
    {
      type: 'weather',
      spell: { ...command.weather, fromMs, toMs },
      evaporatedG: massG(lost),
      rainG: massG(rain),
      addedG,
      againS: againS(pan, command.weather),
      atMs: toMs,
      by: command.by,
    },
  ]);
  return { reply: { run: after }, topics: RUN_TOPICS };
};

export const coverPan: Handler<'reclaim.cover'> = async (work) => {
  const { tx, context, command, params } = work;
  const run = await loadRun(tx, params.runId);
  refuseOver(run);
  const after = await recordRun(work, run, [
    { type: 'covered', covered: command.covered, atMs: context.nowMs(), by: command.by },
  ]);
  return { reply: { run: after }, topics: RUN_TOPICS };
};

/** What is left goes back to where it came from, and the run is over. */
export const giveUpRun: Handler<'reclaim.give-up'> = async (work) => {
  const { tx, context, command, params } = work;
  const run = await loadRun(tx, params.runId);
  const may = decideRunGiveUp(run, context.nowMs());
  if (!may.ok) throw new Refused(may.refusal);
  const { row } = await insideNow(work, run);
  const held = parcelOf(row);
  const poured = run.steps.some(({ kind, state }) => kind === 'pour' && state === 'done');
  if (poured && run.from.id !== run.inside.id && totalMg(held) > 0n) {
    const from = await need(context, tx, run.from.id, command);
    roomFor(from, volumeOf(row));
    await bookRun(work, run, {
      kind: 'transfer',
      note: `${run.name} given up: ${litresText(volumeOf(row))} from ${row.name} back into ${from.name}`,
      lines: transferLines(row.id, from.id, held, totalMg(held)),
      deeds: [{ kind: 'empty', bath: row.id, to: from.id }],
    });
  }
  const after = await recordRun(work, run, [
    { type: 'given-up', because: command.because, atMs: context.nowMs(), by: command.by },
  ]);
  return { reply: { run: after }, topics: RUN_TOPICS };
};
