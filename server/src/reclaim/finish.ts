import { given } from '@north-step/core/given';
import {
  binMove,
  chargeOf,
  collectMove,
  decideRunFinish,
  distil,
  loadedAs,
  type PassDone,
  passMove,
  type RunEvent,
  type RunState,
  type RunStep,
} from '@north-step/core/reclaim';
import { addParcels, loadPctW, negate, strengthPctW, totalMg, transferLines } from '@north-step/core/solvent';
import { litresText, plainNumber } from '@north-step/core/units';
import { parcelOf, type VesselRow, vesselById } from '../bench/index.ts';
import type { Handler, Work } from '../http/command.ts';
import { Refused } from '../http/errors.ts';
import {
  gramsOf,
  liquidsBefore,
  massG,
  need,
  readOf,
  roomFor,
  taken,
  takesLiquid,
  volumeOf,
  writeReading,
} from '../solvent/index.ts';
import { addRunWaste } from '../waste/index.ts';
import { bookRun, insideNow, withIdle } from './inside.ts';
import { loadRun, passesLearned, RUN_TOPICS, recordRun } from './store.ts';

type Finish = Work<'reclaim.finish'>;

/** A step of a run is over: what it moved is booked, with what a hand measured. */
export const finishRunStep: Handler<'reclaim.finish'> = async (work) => {
  const { tx, context, params } = work;
  const run = await loadRun(tx, params.runId);
  const turn = decideRunFinish(run, params.stepId, context.nowMs());
  if (!turn.ok) throw new Refused(turn.refusal);
  const events = await WORK[turn.value.kind](work, run, turn.value);
  const after = await recordRun(work, run, events);
  const sludgeG = after.balance.sludgeG - run.balance.sludgeG;
  if (sludgeG > 0) await addRunWaste(work, after, sludgeG);
  return { reply: { run: after }, topics: [...RUN_TOPICS, 'waste'] };
};

type Told = { readonly atMs: number; readonly by: string };
const told = ({ context, command }: Pick<Work, 'context'> & { command: { readonly by: string } }): Told => ({
  atMs: context.nowMs(),
  by: command.by,
});

/** What finishing does, by the kind of step. */
const WORK: Readonly<
  Record<RunStep['kind'], (work: Finish, run: RunState, step: RunStep) => Promise<readonly RunEvent[]>>
> = {
  pour,
  stand: justDone,
  look: justDone,
  filter,
  fill,
  heat: async (work, _, step) => [
    { ...told(work), type: 'finished', stepId: step.id, heatEnd: work.command.heatEnd ?? 'as planned' },
  ],
  cool: justDone,
  collect,
  dry: justDone,
  bin,
};

async function justDone(work: Finish, _: RunState, step: RunStep): Promise<readonly RunEvent[]> {
  return [{ ...told(work), type: 'finished', stepId: step.id }];
}

async function pour(work: Finish, run: RunState, step: RunStep): Promise<readonly RunEvent[]> {
  const { tx, context, command } = work;
  const from = await need(context, tx, run.from.id, command);
  const found = await need(context, tx, run.inside.id, command);
  const amountMl = command.pouredMl ?? run.amountMl;
  roomFor(found, amountMl);
  const inside = await takesLiquid(tx, found, from.solvent);
  const parcel = taken(from, amountMl);
  await bookRun(
    work,
    run,
    {
      kind: 'reclaim pour',
      note: `${run.name}: ${litresText(amountMl)} from ${from.name} into ${inside.name}`,
      lines: transferLines(from.id, inside.id, parcelOf(from), totalMg(parcel)),
      deeds: [{ kind: 'transfer', from: from.id, to: inside.id, massG: massG(parcel) }],
    },
    liquidsBefore([found, inside]),
  );
  const filled = (await vesselById(tx, inside.id))!;
  return [await pouredFacts(work, run, step, command.reading ? await readInto(work, run, filled) : filled)];
}

/** What stands in the vessel now, as the run goes on with it. */
export async function pouredFacts(
  work: Pick<Work, 'context'> & { readonly command: { readonly by: string } },
  run: RunState,
  step: RunStep,
  inside: VesselRow,
): Promise<RunEvent> {
  const held = parcelOf(inside);
  const strength = strengthPctW(held);
  const { still } = run;
  const plan = still && distil(chargeOf(held), still);
  return {
    ...told(work),
    type: 'poured',
    stepId: step.id,
    takenG: massG(held),
    loadPctW: loadPctW(held),
    strengthPctW: Number.isNaN(strength) ? 0 : strength,
    ...(still && plan
      ? {
          still: {
            ...still,
            minutes: plan.minutes,
            yield: plan.yield,
            strengthPctW: plan.strengthPctW,
            potC: plan.potC,
          },
        }
      : {}),
  };
}

/** A reading of what stands in the vessel: the book follows it, and the difference is unaccounted, visibly. */
async function readInto(work: Finish, run: RunState, row: VesselRow): Promise<VesselRow> {
  const { tx, context, command } = work;
  const { loadPctW: read } = await writeReading(context, tx, command, row, command.reading!, { note: run.name });
  if (read === null) return row;
  const held = parcelOf(row);
  const change = addParcels(loadedAs(held, read), negate(held));
  await bookRun(work, run, {
    kind: 'correction',
    note: `${run.name}: ${row.name} read ${plainNumber(read)} % where the book said ${plainNumber(loadPctW(held))} %`,
    lines: [
      { account: row.id, parcel: change },
      { account: 'unaccounted', parcel: negate(change) },
    ],
    deeds: [],
  });
  return (await vesselById(tx, row.id))!;
}

async function filter(work: Finish, run: RunState, step: RunStep): Promise<readonly RunEvent[]> {
  const { tx, context, command } = work;
  const { row, idleG } = await insideNow(work, run);
  const held = parcelOf(row);
  const { constants } = await passesLearned(tx);
  const at = told(work);
  const said = command.reading && readOf(row, command.reading);
  const moved = passMove(
    { vessel: row.id, held, solvent: run.solvent, constants },
    given({ backMl: command.backMl, afterPctW: said?.ok ? said.value.loadPctW : undefined }),
    { ...ranSo(run, step), atMs: at.atMs },
  );
  const { pass } = moved;
  await bookRun(work, run, {
    kind: 'reclaim pass',
    note: `${run.name}, pass ${step.pass ?? 1}: ${plainNumber((100 * pass.backG) / pass.beforeG)} % back ${pass.backWasMeasured ? '(measured)' : '(by the model)'}, ${plainNumber(pass.beforePctW)} % became ${plainNumber(pass.afterPctW)} %`,
    lines: moved.lines,
    deeds: [
      { kind: 'remove', bath: row.id, massG: massG(held) },
      { kind: 'fill', bath: row.id, ...gramsOf(moved.back), reclaimed: true },
    ],
  });
  // it was taken of what came back: the estimator learns of it after the pass
  if (command.reading)
    await writeReading(context, tx, command, (await vesselById(tx, row.id))!, command.reading, { note: run.name });
  return [
    {
      ...at,
      type: 'finished',
      stepId: step.id,
      pass,
      went: withIdle(moved.went, idleG),
      another: command.another ?? false,
    },
  ];
}

/** How a pass came to its filter: what it stood, what was seen, what the papers held. */
function ranSo(
  { steps, filterCaughtG }: RunState,
  { pass }: RunStep,
): Pick<PassDone, 'filterHeldG' | 'stoodS' | 'seen'> {
  const own = steps.filter((one) => one.pass === pass && one.state === 'done');
  const stoodS = own
    .filter(({ kind }) => kind === 'stand')
    .reduce((sum, { startedAtMs, endedAtMs }) => sum + (endedAtMs! - startedAtMs!) / 1000, 0);
  return { filterHeldG: filterCaughtG, stoodS, seen: own.findLast(({ kind }) => kind === 'look')?.seen ?? 'clear' };
}

async function fill(work: Finish, run: RunState, step: RunStep): Promise<readonly RunEvent[]> {
  const { tx, context, command } = work;
  const { row, idleG } = await insideNow(work, run);
  const found = await need(context, tx, run.to!.id, command);
  const held = parcelOf(row);
  const bottle = await takesLiquid(tx, found, run.solvent);
  roomFor(found, volumeOf(row) * 0.999);
  await bookRun(
    work,
    run,
    {
      kind: 'reclaimed',
      note: `${run.name}: ${litresText(volumeOf(row))} at ${plainNumber(loadPctW(held))} % into ${bottle.name}`,
      lines: transferLines(row.id, bottle.id, held, totalMg(held)),
      deeds: [{ kind: 'empty', bath: row.id, to: bottle.id }],
    },
    liquidsBefore([found, bottle]),
  );
  return [{ ...told(work), type: 'finished', stepId: step.id, went: withIdle({ reclaimedG: massG(held) }, idleG) }];
}

async function collect(work: Finish, run: RunState, step: RunStep): Promise<readonly RunEvent[]> {
  const { tx, context, command } = work;
  const { row, idleG } = await insideNow(work, run);
  const found = await need(context, tx, run.to!.id, command);
  const held = parcelOf(row);
  const moved = collectMove(
    { vessel: row.id, to: found.id, held, solvent: run.solvent, still: run.still! },
    given({ backMl: command.backMl, heelG: command.heelG }),
  );
  const bottle = await takesLiquid(tx, found, run.solvent);
  const backMl = command.backMl ?? massG(moved.back) / 0.8;
  roomFor(found, backMl);
  await bookRun(
    work,
    run,
    {
      kind: 'reclaimed',
      note: `${run.name}: ${litresText(backMl)} distilled into ${bottle.name}, ${plainNumber(moved.went.sludgeG, 3)} g of heel`,
      lines: moved.lines,
      deeds: [
        { kind: 'empty', bath: row.id },
        { kind: 'fill', bath: bottle.id, ...gramsOf(moved.back), reclaimed: true },
      ],
    },
    liquidsBefore([found, bottle]),
  );
  return [{ ...told(work), type: 'finished', stepId: step.id, went: withIdle(moved.went, idleG) }];
}

async function bin(work: Finish, run: RunState, step: RunStep): Promise<readonly RunEvent[]> {
  const { row, idleG, addedG } = await insideNow(work, run);
  const moved = binMove(row.id, parcelOf(row), work.command.residueG);
  await bookRun(work, run, {
    kind: 'pan dries',
    note: `${run.name}: ${row.name} is dry, ${plainNumber(moved.went.sludgeG, 3)} g scraped out`,
    lines: moved.lines,
    deeds: [{ kind: 'empty', bath: row.id }],
  });
  return [{ ...told(work), type: 'finished', stepId: step.id, addedG, went: withIdle(moved.went, idleG) }];
}
