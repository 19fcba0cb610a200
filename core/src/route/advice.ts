import { dip, dipTempC, softenedMm } from '../trim/index.ts';
import { clockText, plainNumber } from '../units/index.ts';
import { bindRoute, lackWords } from './bindRoute.ts';
import { greenTgOf, softeningDip } from './green.ts';
import { procedureRoute } from './procedure.ts';
import { type Schools, schoolsOf } from './schools.ts';
import { templateById } from './templates/index.ts';
import { type RouteAsk, usualRoute } from './usualRoute.ts';

export type SupportsWhen = Exclude<Schools['supports'], 'not taken off'>;
export type RouteAdvice = {
  readonly routeId: string;
  readonly when: SupportsWhen;
  /** why this one, with the figures it rests on */
  readonly reasons: readonly string[];
  /** what the other schools would say, and why not here */
  readonly others: readonly { readonly when: SupportsWhen; readonly why: string }[];
  readonly dip: { readonly tempC: number; readonly seconds: number; readonly warning?: string | undefined };
  readonly clipOrder: readonly string[];
};

export type AdviceCase = Pick<RouteAsk, 'card' | 'part'> & {
  /** tightest tolerance that somebody stated, ± mm */
  readonly toleranceMm?: number | undefined;
  /** where it is to run; left out, any bench will do */
  readonly bench?: RouteAsk['bench'] | undefined;
};

/** Tighter than this, the supports hold the shape until the part is hard. */
const TIGHT_MM = 0.15;
/** A feature this many times longer than thick bends while it is soft. */
const SLENDER = 12;
const THIN_MM = 1;
/** So many contacts make a lattice. */
const LATTICE_CONTACTS = 40;
const BY_FAMILY: Readonly<Record<string, readonly [routeId: string, reason: string]>> = {
  'water-wash': ['water-wash', 'It washes in water: two bowls, a long rest, no flammable solvent.'],
  'casting pattern': ['casting', 'A pattern must burn out clean: mopped, cured long under glycerine, on both sides.'],
  filled: ['filled-rinse', 'Its filler leaves grit: a rinse before drying, then long heat.'],
  'high-temperature': ['oven-after', 'Light alone stops at its ceiling: the oven takes it on.'],
};

/** Which route, when supports come off, and why; what the other schools would say. */
export function adviseRoute(facts: AdviceCase): RouteAdvice {
  const { card, part, toleranceMm, bench } = facts;
  const greenTgC = greenTgOf(card);
  const tight = toleranceMm !== undefined && toleranceMm <= TIGHT_MM;
  const thin = part.thinMm !== undefined && part.thinMm <= THIN_MM;
  const slender = thin && (part.thinSpanMm ?? 0) >= SLENDER * part.thinMm!;
  const contacts = part.supportContacts ?? 0;
  const reasons: string[] = [];
  const family = BY_FAMILY[card.family];

  const pick = (): readonly [routeId: string, when: SupportsWhen] => {
    if (card.procedure) {
      reasons.push(
        `${card.name} has a validated procedure (${card.procedure.reference}): its order and times are exact.`,
      );
      return ['procedure', 'before cure'];
    }
    if (family) {
      reasons.push(family[1]);
      return [family[0], 'before cure'];
    }
    if (tight)
      reasons.push(`± ${plainNumber(toleranceMm!)} mm is asked for: supports hold the shape until it is hard.`);
    if (slender)
      reasons.push(
        `A feature ${plainNumber(part.thinMm!)} mm thin reaches ${plainNumber(part.thinSpanMm!, 3)} mm: uncured it bends under the clippers.`,
      );
    if (tight || slender) return ['keep-shape', 'after cure'];
    const prefers = bench?.schools?.supports;
    if (contacts >= LATTICE_CONTACTS && (prefers ?? 'between washes') === 'between washes') {
      reasons.push(`${contacts} contacts: clipping frees dust and trapped resin, so a second wash follows.`);
      return ['second-wash', 'between washes'];
    }
    if (card.family === 'tough' && part.wallMm >= 1.5 && (prefers ?? 'warm dip, then peel') === 'warm dip, then peel') {
      reasons.push(
        `Uncured ${card.name} softens at ${plainNumber(greenTgC, 3)} °C: after a dip at ${dipTempC(greenTgC)} °C supports peel instead of tearing.`,
      );
      return ['warm-peel', 'warm dip, then peel'];
    }
    reasons.push('No tight tolerance and no long thin feature: soft supports clip easily and scar least.');
    if (!bench) return ['two-baths', 'before cure'];
    const route = usualRoute({ card, part, bench });
    if (Object.keys(bench.schools ?? {}).length > 0)
      reasons.push(`“${route.name}” follows most of what this workshop prefers.`);
    const { supports } = schoolsOf(route);
    return [route.id, supports === 'not taken off' ? 'before cure' : supports];
  };
  const [wanted, when] = pick();
  const lack = lackOf(wanted, facts);
  if (lack !== undefined) reasons.push(`${lack} The usual one of this bench is taken.`);
  const routeId = lack !== undefined && facts.bench ? usualRoute({ card, part, bench: facts.bench }).id : wanted;
  const bathC = dipTempC(greenTgC);
  const softening = softeningOf(part, greenTgC, bathC);
  return {
    routeId,
    when,
    reasons,
    others: card.procedure
      ? []
      : SCHOOL_SAYS.filter((school) => school.when !== when).map((school) => ({
          when: school.when,
          why: school.why(facts),
        })),
    dip: { tempC: bathC, seconds: softening.seconds, warning: softening.warning?.message },
    clipOrder: clipOrder(facts),
  };
}

/** A warm dip of this part, within what the model of dips takes. */
const softeningOf = (part: AdviceCase['part'], greenTgC: number, bathC: number) =>
  dip({
    thicknessMm: softenedMm(part.wallMm),
    bathC,
    greenTgC: Math.max(-80, greenTgC),
    spanMm: part.thinSpanMm && Math.min(500, part.thinSpanMm),
    featureMm: part.thinMm && Math.max(0.05, part.thinMm),
  });

/** What this bench lacks of a route, in words. */
const lackOf = (id: string, { card, part, bench }: AdviceCase): string | undefined =>
  bench && lackWords(bindRoute(procedureRoute(card) ?? templateById(id)!, bench, { card, part }));

const SCHOOL_SAYS: readonly { readonly when: SupportsWhen; readonly why: (facts: AdviceCase) => string }[] = [
  { when: 'before cure', why: () => 'Soft supports clip easily and scar least; the shape is not held while it cures.' },
  {
    when: 'warm dip, then peel',
    why: ({ card, part }) => {
      const { tempC, seconds } = softeningDip(card, part.wallMm);
      return `A dip at ${tempC} °C for ${clockText(seconds)} lets supports peel; thin features sag, and the part must dry again.`;
    },
  },
  { when: 'after cure', why: () => 'Supports hold the shape to the end; hard stubs chip, and scars must be filed.' },
  {
    when: 'between washes',
    why: () => 'The second wash takes the dust of clipping with it; wet parts are slippery and splash.',
  },
];

function clipOrder({ part }: AdviceCase): readonly string[] {
  const thin =
    part.thinMm !== undefined && part.thinMm <= THIN_MM
      ? `the ${plainNumber(part.thinMm)} mm features last, held between two fingers`
      : 'fine tips last';
  return ['free the raft', 'thick stems part-way, then again, low on the stem', thin, 'trim the stubs flush'];
}

/** Seconds of trimming for one piece: getting it in hand, and each contact. Engineering guesses, scaled by what a person really took. */
const IN_HAND_S = 40;
const PER_CONTACT_S = 5;
/** Surface that stands for one contact where supports were not counted. */
const MM2_PER_CONTACT = 150;
/** A person's own pace counts for as much as the guess after this many batches. */
const GUESS_BATCHES = 3;

type Trimming = { readonly areaMm2: number; readonly supportContacts?: number | undefined; readonly count: number };

/** Expected trimming time at the common pace. @returns s */
export const expectedTrimS = ({ areaMm2, supportContacts, count }: Trimming): number =>
  count * (IN_HAND_S + PER_CONTACT_S * (supportContacts ?? areaMm2 / MM2_PER_CONTACT));

/**
 * How a person's trimming compares with the common pace: the mean of what was taken over what was expected, with the guess
 * counted as three batches. Single batches weigh at most threefold either way, so that an interruption does not count as work.
 * @returns 1 at the common pace, 2 for twice as long
 */
export function trimPace(past: readonly { readonly tookS: number; readonly expectedS: number }[]): number {
  const ratios = past
    .filter(({ expectedS, tookS }) => expectedS > 0 && tookS > 0)
    .map(({ expectedS, tookS }) => Math.min(3, Math.max(1 / 3, tookS / expectedS)));
  return (GUESS_BATCHES + ratios.reduce((sum, ratio) => sum + ratio, 0)) / (GUESS_BATCHES + ratios.length);
}
