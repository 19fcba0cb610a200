import { canonicalJson } from '@north-step/core/record';
import { type BatchState, currentStep } from '@north-step/core/route';
import { clockText } from '@north-step/core/units';
import { useNavigate } from 'react-router';
import { SlimBand, SlimButton, useDo } from '../next/index.ts';
import type { CureView } from './useCure.ts';

/** The page's one conclusion and its action. */
export function CureBand({ batch, cure }: { readonly batch: BatchState; readonly cure: CureView }) {
  const acts = useDo();
  const navigate = useNavigate();
  const { worked, light } = cure;
  if (batch.card.procedure)
    return (
      <SlimBand
        say={`${batch.name}: exactly ${clockText(batch.card.procedure.cureS)}.`}
        more={batch.card.procedure.reference}
      />
    );
  if (cure.maps.share !== undefined)
    return (
      <SlimBand say={`${batch.name}: the light is being mapped.`} more="The plan follows when both poses are known." />
    );
  const window = worked?.forecast.window;
  if (!light || !worked?.eachS || !window)
    return (
      <SlimBand
        say={worked?.closed ? `${batch.name}: no plan fits.` : `${batch.name}: light comes first.`}
        more={worked?.closed?.opens}
      />
    );
  const runs = light.poses.length;
  const { eachS } = worked;
  const say =
    runs > 1
      ? `${batch.name}: cure ${clockText(eachS)}, turn over, cure ${clockText(eachS)}, then touch-check.`
      : `${batch.name}: cure ${clockText(eachS)}, then touch-check.`;
  const more = `Tack-free from ${clockText(window.handleS!)}${window.maxS === undefined ? '' : ` · ${window.maxBy === 'tint' ? 'starts to yellow' : 'turns brittle'} after ${clockText(window.maxS)}`}`;
  const begun = batch.steps.some(({ kind, state }) => kind === 'cure' && state !== 'waiting');
  const taken = isTaken(batch, cure);
  const isNext = currentStep(batch)?.kind === 'cure';
  return (
    <SlimBand
      say={say}
      more={more}
      keys={
        begun ? undefined : taken ? (
          <SlimButton label={isNext ? 'To the bench: it is next' : 'Taken on'} onPress={() => void navigate('/')} />
        ) : (
          <SlimButton
            keyName="Enter"
            label="Take this plan"
            onPress={() =>
              void acts.send(`/api/batches/${batch.id}/cure-plan`, { light, medium: cure.medium, tempC: cure.tempC })
            }
          />
        )
      }
    />
  );
}

/** The batch has taken on just this light, in just this medium and heat. */
function isTaken(batch: BatchState, { light, medium, tempC, worked }: CureView): boolean {
  const step = batch.steps.find(({ kind, state }) => kind === 'cure' && state === 'waiting');
  if (!batch.light || !light || !step || !worked) return false;
  const plain = (value: unknown) => canonicalJson(JSON.parse(JSON.stringify(value)));
  const asSet = (step.medium ?? batch.card.cureMedium) === medium && step.tempC === tempC;
  return asSet && plain(batch.light) === plain(light);
}
