import { COMMAND_PATHS, COMMAND_TYPES } from '@north-step/contract/commands/paths';
import { type DBSchema, type IDBPDatabase, openDB } from 'idb';
import type { Command } from './outbox.ts';

/** A command as it lies in the browser's database, in the order it was pressed, with the tab it was pressed in. */
type Kept = Command & { readonly seq?: number; readonly tab: string };
interface Schema extends DBSchema {
  outbox: { key: number; value: Kept; indexes: { id: string } };
}
const LIVES = 'north-step.tab.';

/** Where commands wait through reloads and outages. Tabs of one browser share it; each sends its own. */
export class OutboxStore {
  private readonly tab: string;
  private opened: Promise<IDBPDatabase<Schema> | undefined> | undefined;
  constructor(tab: string) {
    this.tab = tab;
    // held for as long as this tab lives: so the others know which commands nobody will send
    void navigator.locks?.request(LIVES + tab, () => new Promise(() => {}));
  }

  /** @returns undefined where the browser keeps no database: then commands live as long as the page */
  private db(): Promise<IDBPDatabase<Schema> | undefined> {
    this.opened ??= open().catch(() => undefined);
    return this.opened;
  }

  async keep(command: Command): Promise<void> {
    await (await this.db())?.add('outbox', { ...command, tab: this.tab });
  }

  async forget(id: string): Promise<void> {
    const db = await this.db();
    const seq = await db?.getKeyFromIndex('outbox', 'id', id);
    if (seq !== undefined) await db!.delete('outbox', seq);
  }

  /** Takes over, in order, what tabs left behind that are closed. Two tabs never take the same command. */
  async adopt(): Promise<readonly Command[]> {
    const db = await this.db();
    if (!db) return [];
    const take = async () => {
      const held = (await navigator.locks?.query())?.held ?? [];
      const living = new Set(held.map(({ name }) => name));
      const left = (await db.getAll('outbox')).filter(({ tab }) => tab !== this.tab && !living.has(LIVES + tab));
      for (const command of left) await db.put('outbox', { ...command, tab: this.tab });
      return left.map(({ seq: _, tab: __, ...command }) => command);
    };
    return navigator.locks ? navigator.locks.request('north-step.adopt', take) : take();
  }
}

/** As commands lay here before they had a type: an address, and a body with who pressed. */
type Addressed = Pick<Kept, 'id' | 'madeMs' | 'seq' | 'tab'> & {
  readonly url: string;
  readonly body: Readonly<Record<string, unknown>>;
};

/** The command that an address stands for. @returns undefined for an address that is none */
function typed({ url, body: { by, ...body }, ...rest }: Addressed): Kept | undefined {
  for (const type of COMMAND_TYPES) {
    const path = new RegExp(`^${COMMAND_PATHS[type].replace(/:(\w+)/g, '(?<$1>[^/]+)')}$`).exec(url);
    if (!path) continue;
    const params = Object.fromEntries(
      Object.entries(path.groups ?? {}).map(([name, value]) => [name, decodeURIComponent(value)]),
    );
    return { ...rest, type, params, body, by } as unknown as Kept;
  }
  return undefined;
}

const open = async (): Promise<IDBPDatabase<Schema>> =>
  openDB<Schema>('north-step', 2, {
    upgrade: async (db, from, _, change) => {
      if (from === 0) {
        const store = db.createObjectStore('outbox', { keyPath: 'seq', autoIncrement: true });
        store.createIndex('id', 'id', { unique: true });
        return;
      }
      const store = change.objectStore('outbox');
      for (const old of (await store.getAll()) as unknown as readonly Addressed[]) {
        const command = typed(old);
        if (command) await store.put(command);
        else await store.delete(old.seq!);
      }
    },
  });
