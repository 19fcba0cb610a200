import net from 'node:net';
import { toBinaryStl } from '@north-step/core/mesh';
import { strToU8, zipSync } from 'fflate';
import { ServerProcess } from '../e2e/serverProcess.ts';
import type { Attack, Outcome } from './outcome.ts';

/** Whoever else works is answered within so long, whatever strangers do. */
const ANSWERED_WITHIN_MS = 1000;
const MOST_MB = 1024;
const MORE_THAN_ANY_LIMIT_MS = 150_000;

type Sent = { readonly what: string; readonly status: number };
type Deed = (server: ServerProcess, signal: AbortSignal) => Promise<readonly Sent[]>;

const json = (server: ServerProcess, url: string, body: unknown, signal: AbortSignal) =>
  fetch(server.address + url, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: typeof body === 'string' ? body : JSON.stringify(body),
    signal,
  });
const upload = (server: ServerProcess, bytes: Uint8Array, signal: AbortSignal) =>
  fetch(`${server.address}/api/meshes?name=hostile`, {
    method: 'POST',
    headers: { 'content-type': 'application/octet-stream' },
    body: bytes as Uint8Array<ArrayBuffer>,
    signal,
  });
const one = async (what: string, reply: Promise<Response>): Promise<readonly Sent[]> => {
  const { status } = await reply;
  return [{ what, status }];
};

/** Corners anywhere, so that everything meets everything. */
const tangle = (triangles: number, reachMm: number): Uint8Array =>
  toBinaryStl(new Float32Array(9 * triangles).map(() => (Math.random() - 0.5) * 2 * reachMm));

function bomb3mf(): Uint8Array {
  const level = (id: number) =>
    `<object id="${id}"><components>${`<component objectid="${id - 1}"/>`.repeat(30)}</components></object>`;
  const model = `<model unit="millimeter" xmlns="http://schemas.microsoft.com/3dmanufacturing/core/2015/02"><resources><object id="1"></object>${[2, 3, 4, 5, 6, 7, 8, 9].map(level).join('')}</resources><build><item objectid="9"/></build></model>`;
  const rels =
    '<Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Target="/3D/a.model" Id="r" Type="http://schemas.microsoft.com/3dmanufacturing/2013/01/3dmodel"/></Relationships>';
  return zipSync({ '_rels/.rels': strToU8(rels), '3D/a.model': strToU8(model) });
}

/** What strangers do, each beside somebody who works. */
const DEEDS: Readonly<Record<string, Deed>> = {
  'a timer that cuts out every 10 µs': (server, signal) =>
    one(
      'cure',
      json(
        server,
        '/api/compute/cure',
        { resin: 'opaque', wallMm: 3, coldMWPerCm2: 10, hotMWPerCm2: 10, medium: 'air', tempC: 25, cutOutS: 0.00001 },
        signal,
      ),
    ),
  'a policy of ten years, forty at once': async (server, signal) =>
    Promise.all(
      Array.from({ length: 40 }, async () => {
        const body = {
          workload: { days: 3660, perWeek: 1000 },
          baths: [{ volumeMl: 5000, limitPctW: 10 }],
          policy: { rule: 'limit' },
          reclaim: { kind: 'none' },
          seed: 1,
        };
        const { status } = await json(server, '/api/compute/policy', body, signal);
        return { what: 'policy', status };
      }),
    ),
  'light of 400 LEDs at 5000 points over 360 turns': (server, signal) => {
    const leds = Array.from({ length: 400 }, (_, i) => ({ posMm: [i, 0, 200], dir: [0, 0, -1], powerMW: 100, m: 1 }));
    const points = Array.from({ length: 5000 }, (_, i) => ({ posMm: [i / 100, 0, 0], normal: [0, 0, 1] }));
    return one('irradiance', json(server, '/api/compute/irradiance', { leds, points, turntableAngles: 360 }, signal));
  },
  'a history of 10,000 events with 5000 particles': (server, signal) => {
    const events = Array.from({ length: 10_000 }, (_, i) => ({
      kind: 'evaporate',
      bath: 'a',
      atMs: 1000 * i,
      solventG: 0.01,
      waterG: 0,
    }));
    const baths = [{ id: 'a', solventG: 4000, waterG: 100, resinG: 10 }];
    return one(
      'estimate',
      json(server, '/api/compute/estimate', { baths, events, readings: [], seed: 1, particles: 5000 }, signal),
    );
  },
  'components within components, empty': (server, signal) => one('3mf bomb', upload(server, bomb3mf(), signal)),
  'corners at 1e38': (server, signal) => one('far', upload(server, tangle(1000, 1e38), signal)),
  '600,000 triangles in a tangle': (server, signal) => one('tangle', upload(server, tangle(600_000, 50), signal)),
  'a photo of 7.9 MB': (server, signal) => {
    const bytes = new Uint8Array(7_900_000).map(() => Math.random() * 256);
    bytes.set([0xff, 0xd8, 0xff]);
    return one(
      'photo',
      fetch(`${server.address}/api/photos`, {
        method: 'POST',
        headers: { 'content-type': 'application/octet-stream' },
        body: bytes,
        signal,
      }),
    );
  },
  '480 labels, six times at once': async (server, signal) => {
    const { id } = await server.hang();
    return Promise.all(
      Array.from({ length: 6 }, async () => {
        const { status } = await fetch(`${server.address}/api/batches/${id}/labels.pdf?copies=480`, { signal });
        return { what: 'labels', status };
      }),
    );
  },
  'bodies that stall, 300': async (server, signal) => {
    const sockets = Array.from({ length: 300 }, () => {
      const socket = net.connect(server.port, '127.0.0.1');
      socket.on('error', () => {});
      socket.resume();
      socket.write(
        `POST /api/shift-notes HTTP/1.1\r\nhost: 127.0.0.1:${server.port}\r\ncontent-type: application/json\r\ncontent-length: 500\r\n\r\n{`,
      );
      return socket;
    });
    const ended = sockets.map((socket) => new Promise<void>((resolve) => socket.once('close', () => resolve())));
    signal.addEventListener('abort', () => {
      for (const socket of sockets) socket.destroy(new Error('never ended'));
    });
    await Promise.all(ended);
    return [{ what: 'stalled', status: signal.aborted ? 0 : 408 }];
  },
};

/** Strangers beside somebody who works: no failure of ours, nobody waits for them, memory stays. */
export const hostile: Attack = async (rounds) => {
  const server = await ServerProcess.onCopy();
  await server.start();
  await server.fillBaths();
  const deeds = Object.entries(DEEDS).slice(0, Math.max(1, rounds));
  const outcomes: Outcome[] = [];
  for (const [what, deed] of deeds) {
    const begunMs = performance.now();
    const prober = probe(server);
    const signal = AbortSignal.timeout(MORE_THAN_ANY_LIMIT_MS);
    const sent = await deed(server, signal).catch((error: Error) => [{ what: error.message, status: 0 }]);
    const { slowestMs, failed } = await prober();
    const odd = sent.filter(({ status }) => status >= 500 || status === 0);
    const broke = [
      ...odd.map((reply) => `${reply.what}: ${reply.status}`),
      ...(slowestMs > ANSWERED_WITHIN_MS ? [`others waited ${Math.round(slowestMs)} ms`] : []),
      ...failed,
    ];
    const answers = [...new Set(sent.map(({ status }) => status))].join(', ');
    const seen = `answered ${answers} in ${((performance.now() - begunMs) / 1000).toFixed(1)} s; others waited ${Math.round(slowestMs)} ms at most; ${Math.round(server.peakMb())} MB so far`;
    outcomes.push({ what, tried: 1, held: broke.length === 0 ? 1 : 0, seen, broke });
  }
  const peakMb = server.peakMb();
  await server.remove();
  const fits = peakMb < MOST_MB;
  return [
    ...outcomes,
    {
      what: 'memory through all of it',
      tried: 1,
      held: fits ? 1 : 0,
      seen: `${Math.round(peakMb)} MB at most`,
      broke: fits ? [] : [`${Math.round(peakMb)} MB`],
    },
  ];
};

/** Somebody who works: reads the bench and writes a note, again and again. @returns what they waited for, when it is over */
function probe(server: ServerProcess): () => Promise<{ slowestMs: number; failed: readonly string[] }> {
  let on = true;
  let slowestMs = 0;
  const failed: string[] = [];
  const work = (async () => {
    for (let i = 0; on; i++) {
      for (const ask of [
        () => fetch(`${server.address}/api/bench`),
        () => server.post('/api/shift-notes', { text: `p${i}` }),
      ]) {
        const begunMs = performance.now();
        const { status } = await ask();
        slowestMs = Math.max(slowestMs, performance.now() - begunMs);
        if (status !== 200) failed.push(`a worker was answered ${status}`);
      }
      await new Promise((resolve) => setTimeout(resolve, 40));
    }
  })();
  return async () => {
    on = false;
    await work;
    return { slowestMs, failed };
  };
}
