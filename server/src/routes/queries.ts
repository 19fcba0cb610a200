import type { RouteReply, RouteRow, RouteVersion } from '@north-step/contract';
import { ROUTE_TEMPLATES, type Route, schoolsOf, templateById } from '@north-step/core/route';
import { type Queryable, sql } from '../db/index.ts';
import { unknown } from '../http/errors.ts';

type StoredRow = { id: string; body: Route; note: string; at: Date; by: string };

/** The newest version of every route: those that ship, and what this workshop made of them. */
export async function listRoutes(db: Queryable): Promise<readonly RouteRow[]> {
  const [stored, counts] = await Promise.all([
    db.many<{ id: string; body: Route; versions: number }>(sql`
      SELECT DISTINCT ON (id) id, body, count(*) OVER (PARTITION BY id)::int AS versions FROM route ORDER BY id, version DESC`),
    db.many<{ route_id: string; n: number }>(sql`SELECT route_id, count(*)::int AS n FROM batch GROUP BY route_id`),
  ]);
  const newest = new Map(ROUTE_TEMPLATES.map((route) => [route.id, { route, versions: 1 }]));
  for (const { id, body, versions } of stored)
    newest.set(id, { route: body, versions: versions + (newest.has(id) ? 1 : 0) });
  const ran = new Map(counts.map((row) => [row.route_id, row.n]));
  return [...newest.values()].map(({ route, versions }) => ({
    route: plain(route),
    schools: schoolsOf(route),
    versions,
    batches: ran.get(route.id) ?? 0,
  }));
}

/** All versions of one route, newest first. */
export async function routeVersions(db: Queryable, id: string): Promise<RouteReply> {
  const stored = await db.many<StoredRow>(
    sql`SELECT id, body, note, at, by FROM route WHERE id = ${id} ORDER BY version DESC`,
  );
  const shipped = templateById(id);
  const versions: RouteVersion[] = stored.map(({ body, note, at, by }) => ({
    route: plain(body),
    changeNote: note,
    atMs: at.getTime(),
    by,
  }));
  if (shipped)
    versions.push({ route: plain(shipped), changeNote: 'As it came with North Step.', atMs: null, by: null });
  if (versions.length === 0) throw unknown('route', id);
  return { versions };
}

/** The newest version of one route. */
export async function newestRoute(db: Queryable, id: string): Promise<Route> {
  const row = await db.maybeOne<{ body: Route }>(
    sql`SELECT body FROM route WHERE id = ${id} ORDER BY version DESC LIMIT 1`,
  );
  const route = row?.body ?? templateById(id);
  if (!route) throw unknown('route', id);
  return route;
}

const plain = (route: Route): Route => ({ ...route, steps: route.steps.map((step) => ({ ...step })) });
