import { plainNumber } from '../units/index.ts';
import { advised, type Finding, type Judge, numbered, ofKind, warned } from './finding.ts';
import { greenTgOf } from './green.ts';
import { kindOf } from './template.ts';

/** Thicker than this, a dry brush keeps more resin out of the bath than a minute of dripping. */
const MOP_ABOVE_UM = 80;
/** So many contacts make a lattice: dust and resin come loose when it is trimmed. */
const LATTICE_CONTACTS = 40;

const supportsAfterCure: Judge = (route) => {
  const trim = ofKind(route, 'trim')[0];
  const cure = ofKind(route, 'cure')[0];
  if (trim === undefined || cure === undefined || trim < cure) return [];
  return [
    warned(
      'SUPPORTS_AFTER_CURE',
      'Supports that come off after the cure scar more and chip, but the part keeps its shape.',
      undefined,
      trim,
    ),
  ];
};

const warmAir: Judge = (route) =>
  numbered(route, (step) => kindOf(step) === 'dry' && step.air === 'warm').map((index) =>
    warned(
      'WARM_AIR',
      'Warm air near solvent vapour is a fire risk: carry the parts away from the baths first, lids on, extraction running.',
      undefined,
      index,
    ),
  );

const cureMedia: Judge = (route) => {
  const glycerine = numbered(route, (step) => kindOf(step) === 'cure' && step.medium === 'glycerine').at(-1);
  if (glycerine === undefined || route.steps.slice(glycerine).some((step) => kindOf(step) === 'rinse')) return [];
  return [
    warned(
      'GLYCERINE_STAYS',
      'Glycerine is left on the parts.',
      'Put “Rinse off glycerine” after the cure.',
      glycerine,
    ),
  ];
};

const longDose: Judge = (route) =>
  route.dose === 'long' && ofKind(route, 'cure').length > 0
    ? [
        warned(
          'LONG_LIGHT',
          'Long light is not harmless: it tints and embrittles; it is held to the end of the window.',
          'Start low, look, add.',
        ),
      ]
    : [];

const resinHints: Judge = (route, { card, solventAt }) => {
  if (!card) return [];
  const found: Finding[] = [];
  if (card.leavesGrit && ofKind(route, 'rinse').length === 0)
    found.push(advised('GRIT', `${card.name} leaves grit in the bath and on the part.`, 'Put a rinse after the wash.'));
  const hazing: readonly string[] = card.hazedBy ?? (card.family.includes('clear') ? ['ethanol'] : []);
  const haze = ofKind(route, 'wash').find((index) => hazing.includes(solventAt?.(index) ?? ''));
  if (haze !== undefined) {
    const liquid = solventAt!(haze);
    const known = card.hazedBy ? `Its card says ${liquid} hazes it.` : `Some clear resins are hazed by ${liquid}.`;
    found.push(warned('HAZE', known, 'Take another liquid, or try one piece first.', haze));
  }
  const heated = numbered(route, (step) => kindOf(step) === 'oven' || (kindOf(step) === 'cure' && !!step.tempC))[0];
  if (card.exotherm && heated !== undefined)
    found.push(
      warned('EXOTHERM', `${card.name} with heat: ${card.exotherm}`, 'Let thick parts cool between runs.', heated),
    );
  const baked = ofKind(route, 'oven').find(
    (index) => (route.steps[index]!.tempC ?? 0) > (card.oven?.tempC ?? Number.POSITIVE_INFINITY),
  );
  if (baked !== undefined)
    found.push(
      warned(
        'OVEN_OVER_CARD',
        `${plainNumber(route.steps[baked]!.tempC!, 3)} °C is over the ${plainNumber(card.oven!.tempC, 3)} °C that the card of ${card.name} stands: it may sag or crack.`,
        'Leave the temperature to the card.',
        baked,
      ),
    );
  const hot = ofKind(route, 'warm-dip').find((index) => (route.steps[index]!.tempC ?? 0) > greenTgOf(card) + 40);
  if (hot !== undefined)
    found.push(
      warned(
        'DIP_HOT',
        `${plainNumber(route.steps[hot]!.tempC!, 3)} °C is far above the ${plainNumber(greenTgOf(card), 3)} °C at which uncured ${card.name} softens: thin features sag.`,
        'Dip cooler.',
        hot,
      ),
    );
  return found;
};

const filmHints: Judge = (route, { filmUm }) =>
  filmUm !== undefined && filmUm > MOP_ABOVE_UM && ofKind(route, 'mop').length === 0
    ? [
        advised(
          'MOP_FIRST',
          `${plainNumber(filmUm, 3)} µm of resin hangs on the parts; over ${MOP_ABOVE_UM} µm a dry brush saves bath and time.`,
          'Put “Mop with a dry brush” before the first wash, or drip longer.',
        ),
      ]
    : [];

const latticeHints: Judge = (route, { part }) => {
  const trim = ofKind(route, 'trim')[0];
  if (!part || (part.supportContacts ?? 0) < LATTICE_CONTACTS || trim === undefined) return [];
  if (ofKind(route, 'wash').some((index) => index > trim)) return [];
  return [
    advised(
      'SECOND_WASH',
      `${part.supportContacts} contacts: trimming frees dust and trapped resin.`,
      'Put a second wash after trimming.',
      trim,
    ),
  ];
};

/** Longer than so many walls, a part bends as it cures unless something holds it. An engineering guess. */
const FLAT_FROM_WALLS = 40;

const flatHints: Judge = (route, { part }) => {
  const cure = ofKind(route, 'cure')[0];
  if (!part?.boxMm || cure === undefined) return [];
  const longMm = Math.max(...part.boxMm);
  const before = route.steps.slice(0, cure);
  const isHeld = before.some(({ type }) => type === 'hold-form') || !before.some((step) => kindOf(step) === 'trim');
  if (longMm < FLAT_FROM_WALLS * part.wallMm || isHeld) return [];
  return [
    advised(
      'HOLD_FLAT',
      `${plainNumber(longMm, 3)} mm long on a wall of ${plainNumber(part.wallMm)} mm: it can warp as it cures.`,
      'Put “Hold on a form” before the cure, or leave the supports on until after it.',
      cure,
    ),
  ];
};

/** What runs and costs something, and what would be better. */
export const HINT_RULES: readonly Judge[] = [
  supportsAfterCure,
  warmAir,
  cureMedia,
  longDose,
  resinHints,
  filmHints,
  latticeHints,
  flatHints,
];
