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

const open = async (): Promise<IDBPDatabase<Schema>> =>
  openDB<Schema>('north-step', 1, {
    upgrade: (db) =>
      db.createObjectStore('outbox', { keyPath: 'seq', autoIncrement: true }).createIndex('id', 'id', { unique: true }),
  });
