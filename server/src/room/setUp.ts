import { type Lamp, UNSAID_SKY, validateLamp } from '@north-step/core/light';
import { cardOfSheet } from '@north-step/core/resin';
import { benchOf, lampOfSays } from '@north-step/core/setUp';
import { slugOf } from '@north-step/core/units';
import { settingFact } from '../bench/index.ts';
import { sql } from '../db/index.ts';
import type { Handler } from '../http/command.ts';
import { Refused } from '../http/errors.ts';
import { BARE, moveIn } from '../setUp.ts';
import { inZone, refuseZone } from './room.ts';

/** Begins a workshop in a database where nothing stands yet. @throws Refused once something does, or where two things have one name */
export const setUpShop: Handler<'shop.set-up'> = async (work) => {
  const { tx, body } = work;
  const { n } = await tx.one<{ n: number }>(sql`SELECT count(*)::int AS n FROM station`);
  if (n > 0)
    throw new Refused({
      code: 'ALREADY_SET_UP',
      message: 'This workshop is set up already. Nothing was changed.',
      remedy: 'Change it in Room and Resins.',
    });
  refuseTwins('people', body.people);
  refuseTwins('resins', body.resins, idOf);
  const { workshop, roomC, humidityPct, currency, ways, people, bench, also, walk, lights = [], resins, place } = body;
  refuseZone(ways?.zone, 'ways.zone');
  const setting = { ...BARE, workshop, roomC, humidityPct, currency, ...(ways ? { ways } : {}) };
  const begun = benchOf(bench, also, walk);
  for (const { lamp } of begun.lamps) refuseLamp(lamp);
  refuseTwins('bench', begun.stations);
  await moveIn(tx, {
    ...begun,
    bench: setting,
    people: people.map((person, i) => ({ ...person, id: `p${i + 1}` })),
    lamps: begun.lamps.map(({ stationId, lamp }, i) => ({
      stationId,
      lamp: lampOfSays(lamp, lights[i] ?? {}),
      ...(lamp.kind === 'sun' ? { sky: { ...UNSAID_SKY, ...place } } : {}),
    })),
    resins: resins.map(({ lot, ...says }, i) => ({ card: cardOfSheet(says, idOf(says.name, i)), lots: [lot] })),
  });
  await settingFact(work, 'bench', setting);
  return { ...(await inZone(tx, ways?.zone)), topics: ['bench', 'solvent', 'batches', 'resins', 'lamps'] };
};

/** @throws Refused for a lamp of a file that cannot be */
function refuseLamp(lamp: Lamp): void {
  const breach = validateLamp(lamp)[0];
  if (breach)
    throw new Refused({
      code: 'BAD_VALUE',
      field: 'bench.lamps',
      message: `A lamp: ${breach.message} Nothing was kept.`,
    });
}

type Named = { readonly name: string };
function refuseTwins(
  of: string,
  all: readonly Named[],
  sameAs: (name: string, i: number) => string = (name) => name.trim().toLowerCase(),
): void {
  const names = all.map(({ name }, i) => sameAs(name, i));
  const twin = names.findIndex((name, i) => names.indexOf(name) < i);
  if (twin >= 0)
    throw new Refused({
      code: 'NAME_TAKEN',
      message: `Two ${of === 'bench' ? 'stations' : of} are called “${all[twin]!.name.trim()}”. Nothing was kept.`,
      remedy: 'Give one of them another name.',
      field: `${of}.${twin}.name`,
    });
}

/** `grey-general` of “Grey General”; a number where nothing is left of the name. */
const idOf = (name: string, i: number): string => slugOf(name, 40) || `resin-${i + 1}`;
