import { readFile, rename, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { type Anchor, anchorText, readAnchor } from '@north-step/core/record';
import type { Context } from '../context.ts';
import { LAYOUT } from '../db/index.ts';
import { newestRecord } from '../records/index.ts';
import { type Checked, checkAll } from './check.ts';

const DAY_MS = 86_400_000;

export type IntegrityWatch = {
  /** what the last check said; nothing before the first */
  readonly last: () => Checked | undefined;
  readonly check: () => Promise<Checked>;
  /** checks now, then daily; keeps the anchor beside the database, apart from the records */
  readonly follow: () => void;
  readonly close: () => void;
};

/** Checks what is kept against itself, and remembers how long the chain was in a file of its own. */
export function makeIntegrityWatch(context: Context): IntegrityWatch {
  const { db, live, nowMs } = context;
  const file = path.join(db.folder, LAYOUT.anchor);
  let last: Checked | undefined;
  let timer: NodeJS.Timeout | undefined;
  let stopListening = () => {};
  const keep = async (anchor: Anchor) => {
    const whole = path.join(db.folder, LAYOUT.newAnchor);
    await writeFile(whole, `${anchorText(anchor)}\n`);
    await rename(whole, file);
  };
  const kept = async () => readAnchor(await readFile(file, 'utf8').catch(() => ''));
  const check = async () => {
    const before = await kept();
    last = await checkAll(db, nowMs(), before);
    // what was cut off stays said: the longer anchor is kept until somebody has looked
    if (last.anchor.count >= (before?.count ?? 0) && last.found.length === 0) await keep(last.anchor);
    live.publish(['integrity']);
    return last;
  };
  const grow = async () => {
    if (last?.found.length === 0) await keep(await newestRecord(db));
  };
  const quietly = (work: () => Promise<unknown>) => void work().catch(() => {});
  return {
    last: () => last,
    check,
    follow: () => {
      quietly(check);
      timer = setInterval(() => quietly(check), DAY_MS);
      timer.unref();
      stopListening = live.listen(({ topics }) => {
        if (topics.includes('records')) quietly(grow);
      });
    },
    close: () => {
      clearInterval(timer);
      stopListening();
    },
  };
}
