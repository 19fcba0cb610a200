import {
  type ButtonOf,
  CUT_BUTTON,
  DEVICES,
  type DeviceKind,
  type Press,
  type PressesReply,
  type Sample,
} from '@north-step/contract';

/** Where a device finds its server, and who it is. */
export type Address = { readonly server: string; readonly id: string; readonly token: string };
const RETRY_MS = 1000;
/** The server takes no more in one call. */
const MOST_KEPT = 100;
/** For practice: a device that lost its server. */
const CUT_MS = 60_000;
export const sleep = (ms: number) => new Promise<void>((resolve) => setTimeout(resolve, ms));

/** Something that a device of a kind has. */
export type PressOn<K extends DeviceKind> = Press & { readonly button: ButtonOf<K> };

/** Speaks the open device API for one device: as a real bridge would, over HTTP. */
export class Bridge<K extends DeviceKind = DeviceKind> {
  private readonly address: Address;
  private readonly stopped = new AbortController();
  private sending: Promise<boolean> = Promise.resolve(true);
  private kept: readonly Sample[] = [];
  private cutUntilMs = 0;
  private readonly kind: K;
  constructor(address: Address, kind: K) {
    this.address = address;
    this.kind = kind;
  }
  get running(): boolean {
    return !this.stopped.signal.aborted;
  }
  stop(): void {
    this.stopped.abort();
  }
  private call(path: string, init: RequestInit = {}): Promise<Response> {
    const { server, id, token } = this.address;
    const headers = { authorization: `Bearer ${token}`, ...init.headers };
    return fetch(`${server}/api/devices/${id}/${path}`, { ...init, headers, signal: this.stopped.signal });
  }

  /** Sends in the order of the calls: an older sample never arrives after a newer one. @returns whether the server took them; one that is away is no error */
  send(samples: readonly Sample[]): Promise<boolean> {
    const mine = this.sending.then(() => this.post(samples));
    this.sending = mine;
    return mine;
  }

  private async post(samples: readonly Sample[]): Promise<boolean> {
    this.keep(samples);
    if (Date.now() < this.cutUntilMs) return false;
    try {
      const sending = this.kept;
      const body = JSON.stringify({ samples: sending });
      const { ok, status } = await this.call('samples', {
        method: 'POST',
        body,
        headers: { 'content-type': 'application/json' },
      });
      // what the server refuses will not get better; what it was too busy or away for is sent again with the next
      if (ok || (status < 500 && status !== 429)) this.kept = this.kept.filter((sample) => !sending.includes(sample));
      return ok;
    } catch {
      return false;
    }
  }

  /** What was not taken yet is kept; every second of it when it grows too long, so that an hour fits. The newest always stays. */
  private keep(samples: readonly Sample[]): void {
    this.kept = [...this.kept, ...samples];
    while (this.kept.length > MOST_KEPT) this.kept = this.kept.filter((_, i) => (this.kept.length - 1 - i) % 2 === 0);
  }

  async sendPhoto(png: Uint8Array): Promise<boolean> {
    try {
      const body = new Blob([new Uint8Array(png)]);
      return (await this.call('photo', { method: 'POST', body, headers: { 'content-type': 'image/png' } })).ok;
    } catch {
      return false;
    }
  }

  /** Hands every press on something that it has to `act`, in order, until stopped. Waits and tries again while the server is away. */
  async followPresses(act: (press: PressOn<K>) => void | Promise<void>): Promise<void> {
    let after = -1;
    while (this.running) {
      try {
        const response = await this.call(`presses?after=${after}`);
        if (!response.ok) throw new Error(String(response.status));
        const { presses, upTo } = (await response.json()) as PressesReply;
        after = upTo;
        for (const { press } of presses) {
          if (press.button === CUT_BUTTON) this.cutUntilMs = Date.now() + CUT_MS;
          else if (this.has(press)) await act(press);
        }
      } catch {
        if (this.running) await sleep(RETRY_MS);
      }
    }
  }

  private has(press: Press): press is PressOn<K> {
    const { presses, hands, faults } = DEVICES[this.kind];
    const all: readonly string[] = [...presses, ...hands, ...faults];
    return all.includes(press.button);
  }
}
