import { PolicyInput, PolicyReply, ReadingInput, ReadingReply } from '@north-step/contract';
import { drawWorkload, POLICY_PRICES, playPolicy } from '@north-step/core/policy';
import {
  INSTRUMENT_SD,
  interpretReading,
  type RawReading,
  readingFields,
  resinLoadPctW,
} from '@north-step/core/reading';
import { DEFAULT_RESIN_DENSITY_G_PER_ML } from '@north-step/core/solvent';
import { Z90 } from '@north-step/core/units';
import type { Static } from 'typebox';
import { Refused } from '../http/errors.ts';
import { model } from './model.ts';

type Input = Static<typeof ReadingInput>;
const missing = (field: string, message: string): Refused => new Refused({ code: 'BAD_VALUE', message, field });

/** The raw values that a kind needs. @throws Refused naming the one that is missing */
function rawOf(input: Input): RawReading {
  const entries = Object.keys(readingFields(input.kind)).map((field) => {
    const value = input[field as keyof Input];
    if (value === undefined) throw missing(field, `${field}: a ${input.kind} reading needs it`);
    return [field, value] as const;
  });
  return { kind: input.kind, ...Object.fromEntries(entries) } as RawReading;
}

const reading = model('reading', 'What one reading of a bath says of its load', ReadingInput, ReadingReply, (input) => {
  const raw = rawOf(input);
  const assumptions = [
    `Solvent ${input.solvent ?? 'isopropanol'}, strength ${input.strengthPctW ?? 95} ± ${input.strengthSdPct ?? 1} % by weight.`,
    'Instruments: 0.01 g scale, hydrometer ± 0.001 g/mL, flask ± 0.08 %, refractometer ± 0.0004, thermometer ± 0.5 °C. Engineering guesses.',
    'The range is that of this reading alone; the estimator joins it with the book.',
  ];
  if (raw.kind === 'level') {
    if (input.resinG === undefined)
      throw missing('resinG', 'resinG: a level gives a load only when the grams of resin are known');
    const loadPctW = resinLoadPctW(input.resinG, raw.volumeMl, {
      strengthPctW: input.strengthPctW ?? 95,
      solvent: input.solvent ?? 'isopropanol',
      resinDensityGPerMl: input.resinDensityGPerMl ?? DEFAULT_RESIN_DENSITY_G_PER_ML,
    });
    const sdPctW = INSTRUMENT_SD.levelShare * loadPctW;
    return {
      loadPctW,
      sdPctW,
      range90: [Math.max(0, loadPctW - Z90 * sdPctW), loadPctW + Z90 * sdPctW],
      assumptions,
    };
  }
  const said = interpretReading(raw, input);
  if (!said.ok) throw new Refused(said.refusal);
  return { ...said.value, range90: [...said.value.range90], assumptions };
});

const policy = model(
  'policy',
  'Plays a workload against one way of keeping baths',
  PolicyInput,
  PolicyReply,
  (input) => {
    const { workload, policy: rule, reclaim } = input;
    if (rule.rule === 'calendar' && !(rule.everyDays && rule.everyDays >= 1))
      throw missing('everyDays', 'everyDays: a calendar needs at least one day between changes');
    const outcome = playPolicy({
      days: workload.days,
      batches: workload.batches ?? drawWorkload(workload, input.seed),
      baths: input.baths,
      rule: rule.rule === 'calendar' ? { rule: 'calendar', everyDays: rule.everyDays! } : { rule: 'limit' },
      reclaim:
        reclaim.kind === 'harden'
          ? { kind: 'harden', passes: reclaim.passes ?? 2, maxReclaimedPct: reclaim.maxReclaimedPct }
          : { kind: 'none' },
      prices: input.prices ?? POLICY_PRICES,
    });
    return {
      ...outcome,
      assumptions: [
        'Impeller wash of 180 s in all, 60 µm of film, 0.8 µm tolerated; 4 % of the film goes on to the next bath.',
        'Lids on between washes (0.5 g a day), 1.5 g lost a wash; baths are topped up below 90 %.',
        'Half of what hardening loses is sludge to dispose of, the rest evaporates or stays in filters.',
      ],
    };
  },
);

export const SOLVENT_MODELS = [reading, policy];
