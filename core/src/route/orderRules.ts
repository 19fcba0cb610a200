import { placeShape } from '../bench/index.ts';
import { isAlcohol } from '../liquids/index.ts';
import type { ResinCard } from '../resin/index.ts';
import { clockText } from '../units/index.ts';
import { dryBeforeCure, dryBeforeOven } from './dryRules.ts';
import { type Finding, type Judge, name, ofKind, refused } from './finding.ts';
import type { StepKind } from './kinds/index.ts';
import { unlikeProcedure } from './procedure.ts';
import { agitationOf, placeOfStep } from './template.ts';

/** Longest in an ultrasonic tank in all: longer roughens and cracks thin walls. An engineering guess; the card decides. */
const ULTRASONIC_CAP_S = 60;
export const ultrasonicCapS = (card?: Pick<ResinCard, 'ultrasonicCapS'>): number =>
  card?.ultrasonicCapS ?? ULTRASONIC_CAP_S;

const washedAtAll: Judge = (route) => {
  const cure = ofKind(route, 'cure', 'hand-over')[0];
  const washes = ofKind(route, 'wash');
  if (cure === undefined || (washes[0] !== undefined && washes[0] < cure)) return [];
  return [
    refused(
      'NOT_WASHED',
      `${name(route, cure)} comes before any wash: resin would harden on the face.`,
      'Put a wash before it.',
      cure,
    ),
  ];
};

/** Heat that no lamp of this bench can hold is not planned with. */
const heat: Judge = (route, { bench }) =>
  ofKind(route, 'cure').flatMap((index) => {
    const { tempC } = route.steps[index]!;
    const hottestC = Math.max(0, ...Object.values(bench?.lamps ?? {}).map(({ heaterToC = 0 }) => heaterToC));
    if (!bench || tempC === undefined || tempC <= hottestC || tempC <= WARM_DAY_C) return [];
    return [
      refused(
        'NO_HEATER',
        `${name(route, index)} asks for ${tempC} °C; ${hottestC > 0 ? `no lamp here holds more than ${hottestC} °C` : 'no lamp here heats'}.`,
        'Leave the heat out, put a warm box before the light, or bake in the oven after it.',
        index,
      ),
    ];
  });
/** A room may be this warm by itself. */
const WARM_DAY_C = 35;

const exposure: Judge = (route, { card }) => {
  const fixedS = ofKind(route, 'wash').reduce((sum, index) => sum + (route.steps[index]!.seconds ?? 0), 0);
  if (!card || fixedS <= card.exposureCapS) return [];
  return [
    refused(
      'EXPOSURE_CAP',
      `The washes last ${clockText(fixedS)} in all; ${card.name} may stay in solvent for ${clockText(card.exposureCapS)}.`,
      'Shorten a wash, or leave its time to the models.',
      ofKind(route, 'wash').at(-1),
    ),
  ];
};

const ultrasonic: Judge = (route, { card, solventAt }) =>
  ofKind(route, 'wash').flatMap((index) => {
    const step = route.steps[index]!;
    if (agitationOf(step) !== 'ultrasonic') return [];
    const found: Finding[] = [];
    const capS = ultrasonicCapS(card);
    if ((step.seconds ?? 0) > capS)
      found.push(
        refused(
          'ULTRASONIC_CAP',
          `${name(route, index)} lasts ${clockText(step.seconds!)}; over ${clockText(capS)} in the tub roughens faces and cracks thin walls.`,
          `Set ${clockText(capS)} or less, or write what its data sheet allows on the card.`,
          index,
        ),
      );
    const solvent = solventAt?.(index) ?? placeShape(placeOfStep(step)).liquid ?? 'isopropanol';
    if (step.inTank && isAlcohol(solvent))
      found.push(
        refused(
          'FLAMMABLE_IN_TANK',
          `${name(route, index)} puts ${solvent} straight into the ultrasonic tank: it warms, mists and can catch fire.`,
          'Use a closed jar of solvent standing in water.',
          index,
        ),
      );
    return found;
  });

const allowedSolvents: Judge = (route, { card, solventAt }) =>
  ofKind(route, 'wash').flatMap((index) => {
    const solvent = solventAt?.(index);
    if (!card || !solvent || card.solvents.includes(solvent)) return [];
    return [
      refused(
        'WRONG_SOLVENT',
        `${name(route, index)} washes in ${solvent}; the card of ${card.name} allows only ${card.solvents.join(' or ')}.`,
        'Take another bath or another route.',
        index,
      ),
    ];
  });

const placing: Judge = (route) => {
  const found: Finding[] = [];
  const plate = ofKind(route, 'off-plate');
  const first = (...kinds: readonly StepKind[]) => ofKind(route, ...kinds)[0];
  const drip = first('drip');
  const wash = first('wash', 'rinse');
  if (drip !== undefined && wash !== undefined && drip > wash)
    found.push(
      refused(
        'DRIP_AFTER_WASH',
        `${name(route, drip)} comes after the parts were washed: there is no resin left to drip.`,
        'Put it first.',
        drip,
      ),
    );
  if (plate.length !== 1)
    found.push(
      refused(
        'OFF_PLATE_ONCE',
        plate.length === 0 ? 'The parts never come off the plate.' : 'The parts come off the plate more than once.',
        'Put “Take off the plate” in once.',
        plate[1],
      ),
    );
  const early = first('trim', 'cure', 'oven', 'warm-dip');
  if (plate[0] !== undefined && early !== undefined && early < plate[0])
    found.push(
      refused(
        'STILL_ON_PLATE',
        `${name(route, early)} comes while the parts are on the plate.`,
        'Take them off the plate first.',
        early,
      ),
    );
  const mop = first('mop');
  if (mop !== undefined && wash !== undefined && mop > wash)
    found.push(
      refused(
        'MOP_AFTER_WASH',
        `${name(route, mop)} comes after a wash: mopping is for thick resin, dry.`,
        'Put it before the first wash.',
        mop,
      ),
    );
  return found;
};

const ending: Judge = (route) => {
  const found: Finding[] = [];
  const seals = ofKind(route, 'seal');
  if (seals.length !== 1 || seals[0] !== route.steps.length - 1)
    found.push(
      refused('SEAL_LAST', 'A route ends with sealing the record, once.', 'Put “Seal the record” last.', seals[0]),
    );
  const green = ofKind(route, 'hand-over')[0];
  const cures = ofKind(route, 'cure');
  if (green !== undefined && cures.length > 0)
    found.push(
      refused(
        'GREEN_AND_CURED',
        `${name(route, green)} hands over uncured parts, but the route cures them.`,
        'Take out the cure, or pack them as cured.',
        green,
      ),
    );
  if (green === undefined && cures.length === 0)
    found.push(
      refused(
        'NEVER_CURED',
        'The parts are neither cured nor handed over uncured: uncured resin sensitises skin.',
        'Put in a cure, or “Hand over uncured”.',
      ),
    );
  const lookAfter = ofKind(route, 'look-cured').at(-1) ?? -1;
  if (cures.length > 0 && lookAfter < cures.at(-1)!)
    found.push(
      refused(
        'NO_LOOK_AFTER_CURE',
        'Nobody looks at the parts after the last light.',
        'Put “Touch and tilt” after it.',
        cures.at(-1),
      ),
    );
  return found;
};

const procedure: Judge = (route, { card }) => {
  const own = card && unlikeProcedure(card, route);
  if (own === undefined) return [];
  return [
    refused(
      'PROCEDURE_ONLY',
      `${card!.name} has a validated procedure: ${own}, at exact times.`,
      'Take the route of the procedure; note what was done otherwise as a deviation.',
    ),
  ];
};

/** What cannot be run: order, caps, fire, procedure. */
export const ORDER_RULES: readonly Judge[] = [
  washedAtAll,
  dryBeforeCure,
  dryBeforeOven,
  heat,
  exposure,
  ultrasonic,
  allowedSolvents,
  placing,
  ending,
  procedure,
];
