import { clockText } from '@north-step/core/units';
import { dayAndClock } from '../../shell/useNow.ts';
import type { Draft } from './useNewBatch.ts';
import type { Outlook } from './useOutlook.ts';

type Said = Pick<Outlook, 'plan' | 'findings' | 'done'>;

/** What the band says of a batch that is being described: whether it can be hung, and its times. */
export function conclusion(
  { plate, joined, choices }: { readonly plate: Pick<Draft['plate'], 'busy'> } & Pick<Draft, 'joined' | 'choices'>,
  { plan, findings }: Said,
): string {
  if (plate.busy) return 'Measuring …';
  if (!joined || !plan) return 'Drop the parts’ files here, or describe one by size.';
  const refused = findings.find(({ level }) => level === 'refused');
  if (refused) return refused.remedy ?? refused.message;
  if (!plan.wash.ok) return plan.wash.refusal.remedy ?? 'No wash works now.';
  const times = plan.wash.value.stagesS.map(clockText).join(', then ');
  return `${joined.part.name} ${joined.part.pieces ? 'are' : 'is'} ready to hang: drip ${choices.dripMin} min, then wash ${times}.`;
}

/** Why it cannot be hung, or when it is done. */
export function more({ plan, findings, done }: Said): string {
  if (!plan) return 'Surface and walls set every time that follows.';
  const refused = findings.find(({ level }) => level === 'refused');
  if (refused) return refused.message;
  if (!plan.wash.ok) return plan.wash.refusal.message;
  if (done?.atMs === undefined) return '';
  return `Done about ${dayAndClock(done.atMs)}, after what hangs already${done.late ? `: ${done.late}` : ''}.`;
}
