import type { BatchReply, BenchReply } from '@north-step/contract';
import { type BatchState, currentStep } from '@north-step/core/batch';
import type { Random } from '@north-step/core/maths';
import type { Technician } from './technician.ts';

/** Some of those that come up stay undone: people are busy. */
const LOOKED_AT_SHARE = 0.8;
/** Long thin parts move in the days after. */
const WARPS: Readonly<Record<string, number>> = { 'current-meter impeller': 0.12, 'cable gland': 0.03 };
const TACKY_SHARE = 0.03;

/** The second looks that came up by themselves this morning. */
export async function lookAgain(technician: Technician, random: Random): Promise<void> {
  const { laterLooks } = await technician.get<BenchReply>('/api/bench');
  for (const { batchId, part, count } of laterLooks) {
    if (random.next() > LOOKED_AT_SHARE) continue;
    technician.wait(random.between(20, 60));
    const warped = random.next() < (WARPS[part] ?? 0);
    const tacky = !warped && random.next() < TACKY_SHARE;
    await technician.send(`/api/batches/${batchId}/later`, {
      seen: warped ? 'warped' : tacky ? 'tacky' : 'sound',
      count: warped || tacky ? random.whole(1, Math.min(3, count)) : count,
      ...(warped ? { note: 'a millimetre at the tip, on glass' } : {}),
    });
  }
}

/** Two pieces come back from whoever they were for; they are taken onto the bench, lit once more and sealed anew. */
export async function comeBack(technician: Technician, batch: BatchState, carryOn: CarryOn): Promise<void> {
  await technician.send(`/api/batches/${batch.id}/later`, {
    seen: 'tacky',
    count: 2,
    cameBack: true,
    takeBack: true,
    note: 'sticky on the inner face, they say',
  });
  const { open } = await technician.get<BenchReply>('/api/bench');
  const back = open.find(({ returned }) => returned?.from === batch.name)!;
  technician.wait(120);
  const { batch: looked } = await technician.send<BatchReply>(
    `/api/batches/${back.id}/steps/${currentStep(back)!.id}/look`,
    { outcome: 'tacky', remedy: 'light' },
  );
  await carryOn(looked, (state) => state.recordHash !== undefined);
}
type CarryOn = (batch: BatchState, stop: (state: BatchState) => boolean) => Promise<BatchState>;

const NIGHT_S = 15.2 * 3600;
/** Somebody was called away in the evening: a batch lay in its bath over night. In the morning it is held, rested, measured. */
export async function forgetOvernight(
  evening: Technician,
  morning: Technician,
  batch: BatchState,
  carryOn: CarryOn,
): Promise<void> {
  const washing = await carryOn(batch, (state) => currentStep(state)?.kind === 'wash');
  const started = await evening.start(washing);
  evening.wait(NIGHT_S);
  const url = `/api/batches/${batch.id}`;
  const { batch: lifted } = await morning.send<BatchReply>(`${url}/steps/${currentStep(started)!.id}/finish`, {});
  morning.wait(3600);
  await morning.send(`${url}/edit`, { note: 'Lay in Wash 1 over night. One ring is 0.4 mm over size, walls bend.' });
  await morning.send(`${url}/hold`, { reason: null });
  const second = lifted.steps.find(({ kind, state }) => kind === 'wash' && state === 'waiting');
  if (second)
    await morning.send(`${url}/steps/${second.id}/leave-out`, { because: 'it has had all the solvent it may have' });
  const { batch: rested } = await morning.get<BatchReply>(url);
  const dried = await carryOn(rested, (state) => currentStep(state)?.kind === 'look-cured');
  await morning.send(`${url}/steps/${currentStep(dried)!.id}/look`, {
    outcome: 'cracked',
    broken: Math.min(3, dried.count),
    note: 'fine cracks at the clips, as it dried',
  });
  const { batch: looked } = await morning.get<BatchReply>(url);
  await carryOn(looked, (state) => state.recordHash !== undefined);
  await morning.send(`${url}/repeat`, {}).then(async (reply) => {
    await carryOn((reply as BatchReply).batch, (state) => state.recordHash !== undefined);
  });
}
