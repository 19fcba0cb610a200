import { timingSafeEqual } from 'node:crypto';
import rateLimit from '@fastify/rate-limit';
import {
  type Device,
  DevicesReply,
  Done,
  EntityId,
  NewDeviceInput,
  NewDeviceReply,
  Press,
  PressesReply,
  type Sample,
  SamplesInput,
} from '@north-step/contract';
import type { FastifyInstance, FastifyRequest } from 'fastify';
import { type Static, Type } from 'typebox';
import type { Context } from '../context.ts';
import { sql } from '../db/index.ts';
import { Refused, unknown } from '../http/errors.ts';
import { DeviceHub } from './deviceHub.ts';
import { newToken } from './practice.ts';
import { hashOf, registerDevice } from './register.ts';
import type { OnSamples } from './timed.ts';

const ONLINE_MS = 8000;
const WAIT_MS = 15_000;
const PHOTO_LIMIT_BYTES = 6 * 1024 * 1024;
const PNG_START = Buffer.from([0x89, 0x50, 0x4e, 0x47]);

type DeviceRow = {
  id: string;
  kind: Device['kind'];
  name: string;
  simulated: boolean;
  station_id: string | null;
  token_sha256: string;
};
const Params = Type.Object({ deviceId: EntityId });
type WithDevice = { Params: Static<typeof Params> };

/** No device has more to say than this; one that floods is told to wait. */
const MOST_A_SECOND = 25;

declare module 'fastify' {
  interface FastifyRequest {
    /** the device whose token was shown */
    device?: DeviceRow;
  }
}

/** The open device API: devices send samples and ask for presses; browsers listen and press. */
export async function deviceRoutes(app: FastifyInstance, context: Context, onSamples: OnSamples): Promise<void> {
  await app.register(rateLimit, {
    global: false,
    // counted are the device’s own calls: a stranger without its token silences nobody
    hook: 'preHandler',
    max: MOST_A_SECOND,
    timeWindow: 1000,
    keyGenerator: (request) => (request.params as WithDevice['Params']).deviceId,
    errorResponseBuilder: () =>
      new Refused({
        code: 'TOO_MANY',
        message: `More than ${MOST_A_SECOND} calls a second; this one was not taken.`,
        remedy: 'Send several samples in one call, and wait a second.',
      }),
  });
  const hub = new DeviceHub();
  app.addHook('preClose', async () => hub.close());
  const find = async (id: string): Promise<DeviceRow> => {
    const row = await context.db.maybeOne<DeviceRow>(sql`SELECT * FROM device WHERE id = ${id} AND removed_at IS NULL`);
    if (!row) throw unknown('device', id);
    return row;
  };
  whichThereAre(app, context, hub, find);
  atDevice(app, context, hub, find);
  forDevices(app, context, { hub, find, onSamples });
}

type Find = (id: string) => Promise<DeviceRow>;

/** Which devices there are. */
function whichThereAre(app: FastifyInstance, context: Context, hub: DeviceHub, find: Find): void {
  app.get(
    '/api/devices',
    { schema: { summary: 'Devices, and what they show', response: { 200: DevicesReply } } },
    async () => {
      const rows = await context.db.many<DeviceRow>(sql`SELECT * FROM device WHERE removed_at IS NULL ORDER BY name`);
      const devices = rows.map(({ id, kind, name, simulated, station_id }) => {
        const { last, heardMs } = hub.of(id);
        return {
          id,
          kind,
          name,
          simulated,
          stationId: station_id,
          online: context.nowMs() - heardMs < ONLINE_MS,
          last: last ?? null,
        };
      });
      return { devices };
    },
  );
  app.post<{ Body: Static<typeof NewDeviceInput> }>(
    '/api/devices',
    {
      schema: {
        summary: 'Make a device known; its token is shown this once',
        body: NewDeviceInput,
        response: { 200: NewDeviceReply },
      },
    },
    async ({ body }) => {
      if (body.stationId !== undefined) {
        const station = await context.db.maybeOne(sql`SELECT 1 AS one FROM station_there WHERE id = ${body.stationId}`);
        if (!station) throw unknown('station', body.stationId);
      }
      const { kind, name, simulated = false, practice = false, stationId } = body;
      const device = { id: context.newId(), token: newToken() };
      await registerDevice(context.db, {
        ...device,
        kind,
        name,
        simulated: simulated || practice,
        practice,
        stationId,
      });
      if (practice) context.practice?.start({ ...device, kind, stationId });
      context.live.publish(['devices']);
      return device;
    },
  );
  app.post<WithDevice>(
    '/api/devices/:deviceId/remove',
    {
      schema: {
        summary: 'Take a device away: what it measured stays, its token counts no more',
        params: Params,
        response: { 200: Done },
      },
    },
    async (request) => {
      const { id } = await find(request.params.deviceId);
      await context.db.many(sql`UPDATE device SET removed_at = ${new Date(context.nowMs())} WHERE id = ${id}`);
      await context.db.sync();
      context.practice?.stop(id);
      hub.forget(id);
      context.live.publish(['devices']);
      return { ok: true };
    },
  );
}

/** What a page sees and presses of one device. */
function atDevice(app: FastifyInstance, context: Context, hub: DeviceHub, find: Find): void {
  app.get<WithDevice>(
    '/api/devices/:deviceId/live',
    { schema: { summary: 'Stream of samples (server-sent events)', params: Params } },
    async (request, reply) => {
      const { id } = await find(request.params.deviceId);
      reply.hijack();
      const { raw } = reply;
      raw.writeHead(200, {
        'content-type': 'text/event-stream',
        'cache-control': 'no-store',
        connection: 'keep-alive',
      });
      const state = hub.of(id);
      const tell = (sample: Sample) => raw.write(`data: ${JSON.stringify(sample)}\n\n`);
      raw.write('retry: 500\n\n');
      if (state.last) tell(state.last);
      state.listeners.set(tell, () => raw.end());
      request.raw.on('close', () => state.listeners.delete(tell));
    },
  );
  app.post<WithDevice & { Body: Press }>(
    '/api/devices/:deviceId/press',
    { schema: { summary: 'Press a button of a device', params: Params, body: Press, response: { 200: Done } } },
    async (request) => {
      const { id, name } = await find(request.params.deviceId);
      if (context.nowMs() - hub.of(id).heardMs > ONLINE_MS)
        throw new Refused({
          code: 'DEVICE_AWAY',
          message: `${name} is not answering.`,
          remedy: 'Switch it on, or type the value.',
        });
      hub.press(id, request.body);
      return { ok: true };
    },
  );
  app.get<WithDevice>(
    '/api/devices/:deviceId/photo',
    { schema: { summary: 'A camera’s newest photo', params: Params } },
    async (request, reply) => {
      const { id, name } = await find(request.params.deviceId);
      const { photo } = hub.of(id);
      if (!photo) throw new Refused({ code: 'UNKNOWN_PHOTO', message: `${name} has taken no photo yet.` });
      return reply.header('content-type', 'image/png').header('cache-control', 'no-store').send(photo);
    },
  );
}

type ForDevices = { readonly hub: DeviceHub; readonly find: Find; readonly onSamples: OnSamples };
function forDevices(app: FastifyInstance, context: Context, { hub, find, onSamples }: ForDevices): void {
  app.decorateRequest('device', undefined);
  const known = async (request: FastifyRequest): Promise<void> => {
    const row = await find((request.params as WithDevice['Params']).deviceId);
    const shown = Buffer.from(hashOf((request.headers.authorization ?? '').replace(/^Bearer /, '')));
    if (!timingSafeEqual(shown, Buffer.from(row.token_sha256)))
      throw new Refused({
        code: 'WRONG_TOKEN',
        message: 'The device’s token is not right.',
        remedy: 'Register it again.',
      });
    request.device = row;
  };
  app.post<WithDevice & { Body: Static<typeof SamplesInput> }>(
    '/api/devices/:deviceId/samples',
    {
      onRequest: known,
      config: { rateLimit: {} },
      schema: { summary: 'Device: send samples', params: Params, body: SamplesInput, response: { 200: Done } },
    },
    async (request) => {
      const { id, kind, station_id } = request.device!;
      hub.hear(id, request.body.samples, context.nowMs());
      await onSamples({ id, kind, stationId: station_id }, request.body.samples);
      return { ok: true };
    },
  );
  const after = Type.Object({
    after: Type.Integer({ minimum: -1, maximum: Number.MAX_SAFE_INTEGER }),
    waitMs: Type.Optional(Type.Integer({ minimum: 0, maximum: WAIT_MS })),
  });
  app.get<WithDevice & { Querystring: Static<typeof after> }>(
    '/api/devices/:deviceId/presses',
    {
      onRequest: known,
      schema: {
        summary: 'Device: buttons pressed after a number; waits for one',
        params: Params,
        querystring: after,
        response: { 200: PressesReply },
      },
    },
    async (request) => {
      const { id } = request.device!;
      return hub.pressesAfter(id, request.query.after, request.query.waitMs ?? WAIT_MS);
    },
  );
  app.addContentTypeParser('image/png', { parseAs: 'buffer', bodyLimit: PHOTO_LIMIT_BYTES }, (_, body, done) =>
    done(null, body),
  );
  app.post<WithDevice & { Body: Buffer }>(
    '/api/devices/:deviceId/photo',
    {
      onRequest: known,
      bodyLimit: PHOTO_LIMIT_BYTES,
      schema: { summary: 'Device: send a photo (PNG)', params: Params, response: { 200: Done } },
    },
    async (request) => {
      const { id } = request.device!;
      if (!Buffer.isBuffer(request.body) || !request.body.subarray(0, 4).equals(PNG_START))
        throw new Refused({ code: 'BAD_VALUE', message: 'That is not a PNG.', field: 'photo' });
      hub.of(id).photo = request.body;
      return { ok: true };
    },
  );
}
