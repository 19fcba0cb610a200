import { existsSync } from 'node:fs';
import helmet from '@fastify/helmet';
import fastifyStatic from '@fastify/static';
import Fastify, { type FastifyInstance } from 'fastify';
import { AIR_HANDLINGS, airRoutes } from './air/index.ts';
import { backupRoutes } from './backup/index.ts';
import { BATCH_HANDLINGS, batchRoutes } from './batches/index.ts';
import { benchRoutes } from './bench/index.ts';
import { computeRoutes, makeCalculator } from './compute/index.ts';
import type { Context } from './context.ts';
import { deviceRoutes, sampleKeeper } from './devices/index.ts';
import { estimateRoutes, makeEstimator, makeKeeper } from './estimate/index.ts';
import { findRoutes } from './find/index.ts';
import { healthRoutes, VERSION } from './health/routes.ts';
import { commandRoutes } from './http/command.ts';
import { apiDocs } from './http/docs.ts';
import { errorReplies } from './http/errors.ts';
import { loopbackOnly } from './http/guard.ts';
import { refuseWhenFull } from './http/room.ts';
import { strictInput } from './http/validate.ts';
import { makeIntegrityWatch } from './integrity/index.ts';
import { LAYOUT_HANDLINGS, layoutRoutes } from './layout/index.ts';
import { lightHandlings, lightRoutes, makeBatchMaps, makeLightMapper, makePairKeeper } from './light/index.ts';
import { liveRoutes } from './live/routes.ts';
import { makeMeasurer, meshRoutes } from './meshes/index.ts';
import { OPEN_HANDLINGS, openRoutes } from './open/index.ts';
import { PART_HANDLINGS, partRoutes } from './parts/index.ts';
import { makePrinter } from './pdf/index.ts';
import { photoRoutes } from './photos/index.ts';
import { makeRecessKeeper } from './recess/index.ts';
import { RECLAIM_HANDLINGS, reclaimRoutes } from './reclaim/index.ts';
import { recordRoutes } from './records/index.ts';
import { RESIN_HANDLINGS, resinRoutes } from './resins/index.ts';
import { ROOM_HANDLINGS, roomRoutes } from './room/index.ts';
import { ROUTE_HANDLINGS, routeRoutes } from './routes/index.ts';
import { SOLVENT_HANDLINGS, solventRoutes } from './solvent/index.ts';
import { WASTE_HANDLINGS, wasteRoutes } from './waste/index.ts';

export type AppOptions = {
  readonly logLevel?: string | undefined;
  /** where the log goes; default: standard output */
  readonly logTo?: { readonly write: (line: string) => void } | undefined;
  /** built pages to serve */
  readonly webFolder?: string | undefined;
  /** keep estimates up to the book in the background */
  readonly followEstimates?: boolean | undefined;
};
const BODY_LIMIT_BYTES = 256 * 1024;
/** A request must be here whole within so long; whoever stalls is let go. */
const SENT_WITHIN_MS = 30_000;
const STALLED_CHECK_MS = 5000;

/** A page loads nothing from elsewhere, and tells nobody. */
const ONLY_OURS = {
  defaultSrc: ["'self'"],
  scriptSrc: ["'self'"],
  styleSrc: ["'self'", "'unsafe-inline'"],
  imgSrc: ["'self'", 'data:', 'blob:'],
  fontSrc: ["'self'", 'data:'],
  workerSrc: ["'self'", 'blob:'],
  connectSrc: ["'self'"],
  upgradeInsecureRequests: null,
};
/** What every command does, but those that teach a lamp. */
const HANDLINGS = {
  ...BATCH_HANDLINGS,
  ...SOLVENT_HANDLINGS,
  ...RECLAIM_HANDLINGS,
  ...WASTE_HANDLINGS,
  ...AIR_HANDLINGS,
  ...RESIN_HANDLINGS,
  ...ROUTE_HANDLINGS,
  ...PART_HANDLINGS,
  ...ROOM_HANDLINGS,
  ...LAYOUT_HANDLINGS,
  ...OPEN_HANDLINGS,
};

/** What every request passes, whatever it asks. */
async function guardedApp(context: Context, { logLevel = 'info', logTo }: AppOptions): Promise<FastifyInstance> {
  const app = Fastify({
    logger: { level: logLevel, ...(logTo ? { stream: logTo } : {}) },
    bodyLimit: BODY_LIMIT_BYTES,
    // what is in flight is finished; who only listens is let go
    forceCloseConnections: 'idle',
    requestTimeout: SENT_WITHIN_MS,
    http: { connectionsCheckingInterval: STALLED_CHECK_MS },
  });
  loopbackOnly(app);
  refuseWhenFull(app, context);
  strictInput(app);
  errorReplies(app);
  await app.register(helmet, { hsts: false, contentSecurityPolicy: { directives: ONLY_OURS } });
  return app;
}

/** The whole server on a context, not yet listening. */
export async function buildApp(context: Context, options: AppOptions = {}): Promise<FastifyInstance> {
  const app = await guardedApp(context, options);
  await apiDocs(app, VERSION);
  const measurer = makeMeasurer();
  const estimator = makeEstimator();
  const printer = makePrinter();
  // what strangers ask never waits in front of what the bench itself needs
  const compute = {
    measurer,
    mapper: makeLightMapper(),
    calculator: makeCalculator(),
    estimator: makeEstimator({ threads: 2, withinMs: 30_000 }),
  };
  const threads = [estimator, printer, ...Object.values(compute)];
  app.addHook('onClose', () => Promise.all(threads.map((one) => one.close())).then(() => {}));
  const integrity = makeIntegrityWatch(context);
  app.addHook('onClose', async () => integrity.close());
  healthRoutes(app, context, integrity.last);
  benchRoutes(app, context);
  roomRoutes(app, context);
  layoutRoutes(app, context);
  batchRoutes(app, context, printer);
  findRoutes(app, context);
  solventRoutes(app, context);
  reclaimRoutes(app, context);
  wasteRoutes(app, context, printer);
  airRoutes(app, context);
  resinRoutes(app, context);
  routeRoutes(app, context);
  partRoutes(app, context);
  photoRoutes(app, context);
  recordRoutes(app, context, {
    printer,
    lastCheck: integrity.last,
    ...(options.webFolder && { webFolder: options.webFolder }),
  });
  await openRoutes(app, context);
  meshRoutes(app, context, measurer);
  await computeRoutes(app, compute);
  await deviceRoutes(app, context, sampleKeeper(context));
  const pairs = makePairKeeper(context);
  app.addHook('onClose', () => pairs.close());
  const recesses = makeRecessKeeper(context);
  const batchMaps = makeBatchMaps(context);
  app.addHook('onClose', () => batchMaps.close());
  lightRoutes(app, context);
  commandRoutes(app, context, { ...HANDLINGS, ...lightHandlings(pairs) });
  const keeper = makeKeeper(context, estimator);
  estimateRoutes(app, context, keeper);
  if (options.followEstimates) {
    keeper.follow();
    pairs.follow();
    recesses.follow();
    batchMaps.follow();
    integrity.follow();
  }
  backupRoutes(app, context);
  liveRoutes(app, context);
  if (options.webFolder && existsSync(options.webFolder)) await servePages(app, options.webFolder);
  return app;
}

/** The built pages; every path that is not a file or an API call is the app itself. */
async function servePages(app: FastifyInstance, folder: string): Promise<void> {
  await app.register(fastifyStatic, {
    root: folder,
    wildcard: false,
    index: ['index.html'],
    cacheControl: false,
    setHeaders: (reply, file) => {
      reply.setHeader('cache-control', /assets/.test(file) ? 'public, max-age=31536000, immutable' : 'no-cache');
      // its script stands in it: it is to be kept and opened as a file, not from here
      if (file.endsWith('verify.html')) reply.setHeader('content-disposition', 'attachment; filename="verify.html"');
    },
  });
  app.get('/*', { schema: { hide: true } }, (request, reply) =>
    request.url.startsWith('/api/') ? reply.callNotFound() : reply.sendFile('index.html'),
  );
}
