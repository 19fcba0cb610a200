import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { STATION_KIND_IDS } from '@north-step/core/bench';
import { ROUTE_TEMPLATES } from '@north-step/core/route';
import { describe, expect, it } from 'vitest';
import { WORKSHOP } from './workshop.ts';

const ROOT = path.join(import.meta.dirname, '../..');
/** Words that are also of the trade: kinds of stations, and routes. */
const OF_THE_TRADE: ReadonlySet<string> = new Set([...STATION_KIND_IDS, ...ROUTE_TEMPLATES.map(({ id }) => id), 'pan']);

describe('the product', () => {
  it('names no station, bath, lamp or line of the demo’s workshop', () => {
    const ids = [...WORKSHOP.stations, ...WORKSHOP.vessels].map(({ id }) => id).filter((id) => !OF_THE_TRADE.has(id));
    expect(ids.length).toBeGreaterThan(15);
    const named = new RegExp(`['"\`](${ids.join('|')})['"\`]`);
    const found = ['core/src', 'contract/src', 'server/src', 'web/src', 'devices/src'].flatMap((folder) =>
      readdirSync(path.join(ROOT, folder), { recursive: true, encoding: 'utf8' })
        .filter((file) => /\.tsx?$/.test(file) && !/\.test\.|testing\//.test(file))
        .filter((file) => named.test(readFileSync(path.join(ROOT, folder, file), 'utf8')))
        .map((file) => `${folder}/${file}`),
    );
    expect(found).toEqual([]);
  });
});
