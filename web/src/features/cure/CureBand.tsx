import { type BatchState, currentStep } from '@north-step/core/batch';
import type { BenchNow } from '@north-step/core/bench';
import { nextCureS } from '@north-step/core/decide';
import { curePlanOf } from '@north-step/core/plan';
import { isCure, procedureTimes } from '@north-step/core/route';
import { chanceText, clockText } from '@north-step/core/units';
import { useNavigate } from 'react-router';
import { SlimBand, SlimButton, useDo } from '../next/index.ts';
import type { CureView } from './useCure.ts';

type CureBandProps = { readonly batch: BatchState; readonly bench: BenchNow; readonly cure: CureView };

/** What makes a plan on even light sure. */
function sureBy({ lamp, readShare, maps }: CureView): string {
  if (!lamp || lamp.lamp.groups.length === 0) return 'once its lamp is described, its light can be mapped';
  return maps.share === undefined && readShare === undefined ? 'map it to be sure' : 'its light map is being made';
}

/** The page's one conclusion and its action. */
export function CureBand({ batch, bench, cure }: CureBandProps) {
  const acts = useDo();
  const navigate = useNavigate();
  const { worked, light } = cure;
  if (batch.card.procedure)
    return (
      <SlimBand
        say={`${batch.name}: exactly ${clockText(procedureTimes(batch.card).lightS)}.`}
        more={batch.card.procedure.reference}
      />
    );
  if (batch.lightClosed && cure.untouched)
    return (
      <SlimBand say={`${batch.name}: no plan fits.`} more={`${batch.lightClosed.why} ${batch.lightClosed.opens}`} />
    );
  const window = worked?.forecast.window;
  if (!light || !worked?.eachS || !window) {
    const { window: even, doses, passes } = curePlanOf(batch, bench);
    if (!worked && even.handleS !== undefined && doses)
      return (
        <SlimBand
          say={`${batch.name}: cure ${clockText(nextCureS(batch) ?? doses.firstS)} if the light is even.`}
          more={`Tack-free from ${clockText(even.handleS)} on even light, ${chanceText(passes ?? 0)} pass the first look; ${sureBy(cure)}.`}
        />
      );
    return (
      <SlimBand
        say={worked?.closed ? `${batch.name}: no plan fits.` : `${batch.name}: light comes first.`}
        more={worked?.closed?.opens}
      />
    );
  }
  const runs = light.poses.length;
  const { eachS } = worked;
  const say =
    runs > 1
      ? `${batch.name}: cure ${clockText(eachS)}, turn over, cure ${clockText(eachS)}, then touch-check.`
      : `${batch.name}: cure ${clockText(eachS)}, then touch-check.`;
  const more = `Tack-free from ${clockText(window.handleS!)}${window.maxS === undefined ? '' : ` · ${window.maxBy === 'tint' ? 'starts to yellow' : 'turns brittle'} after ${clockText(window.maxS)}`}; ${chanceText(worked.forecast.passes ?? 0)} pass the first look, by its light map.`;
  const begun = batch.steps.some((one) => isCure(one) && one.state !== 'waiting');
  const taken = cure.untouched && batch.light !== undefined;
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
              void acts.send(
                'batch.cure-plan',
                { batchId: batch.id },
                { light, medium: cure.medium, tempC: cure.tempC },
                { text: `${batch.name}: its plan of light was changed`, batchId: batch.id },
              )
            }
          />
        )
      }
    />
  );
}
