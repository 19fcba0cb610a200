import { type BatchState, currentStep } from '@north-step/core/batch';
import { clockText } from '@north-step/core/units';
import { openBatches } from '../bench/index.ts';
import { sql } from '../db/index.ts';
import type { Handler } from '../http/command.ts';
import { Refused } from '../http/errors.ts';

const runs = (batch: BatchState): boolean => currentStep(batch)?.state === 'running';

/** Takes the machine’s clock on, because somebody says that it is right; the shift is told. Backwards only while nothing runs. */
export const takeClock: Handler<'clock.take'> = async ({ tx, context, command }) => {
  const jumpedMs = context.clock?.jumpedMs;
  if (jumpedMs === undefined)
    throw new Refused({ code: 'SAME_TIME', message: 'The machine’s clock and the workshop’s time agree already.' });
  const running = (await openBatches(tx)).find(runs);
  if (jumpedMs < 0 && running)
    throw new Refused({
      code: 'STEPS_RUNNING',
      message: `${running.name} runs by the present time: set back, its timer would start over.`,
      remedy: 'Finish what runs first, then take the new time.',
    });
  const text = `The time was set ${jumpedMs < 0 ? 'back' : 'on'} by ${clockText(Math.abs(jumpedMs) / 1000)} to the machine’s clock.`;
  context.clock?.take();
  await tx.many(sql`
    INSERT INTO shift_note (text, by, at, command_id) VALUES (${text}, ${command.by}, ${new Date(context.nowMs())}, ${command.commandId})`);
  return { reply: { ok: true }, topics: ['bench', 'shift'] };
};
