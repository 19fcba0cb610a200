import type { MeshUnit } from '@north-step/core/mesh';
import { type DBSchema, openDB } from 'idb';
import type { Choices, Sizes } from './draft.ts';

/** A file on the plate, as it is kept while the batch is described. */
export type KeptFile = {
  readonly file: File;
  readonly unit?: MeshUnit | undefined;
  readonly supports?: readonly number[] | undefined;
  readonly count: number;
};
/** What was chosen and typed for a batch that is not hung yet. */
export type KeptWords = { readonly choices: Choices; readonly sizes?: Sizes | undefined };
interface Schema extends DBSchema {
  files: { key: string; value: readonly KeptFile[] };
}

const WORDS = 'north-step.draft';
const TAB = 'north-step.draft.tab';
const open = () => openDB<Schema>('north-step-draft', 1, { upgrade: (db) => void db.createObjectStore('files') });
/** Where a browser keeps no database the files live as long as the page. */
const quietly = async <T>(work: () => Promise<T>): Promise<T | undefined> => work().catch(() => undefined);

/** The draft belongs to the tab: it lives through reloads, Back and other pages, and ends with the tab or when it is hung. */
const tabId = (): string => {
  const known = sessionStorage.getItem(TAB);
  if (known) return known;
  const made = crypto.randomUUID();
  sessionStorage.setItem(TAB, made);
  return made;
};

export function keptWords(): KeptWords | undefined {
  const text = sessionStorage.getItem(WORDS);
  return text ? (JSON.parse(text) as KeptWords) : undefined;
}
export const keepWords = (words: KeptWords): void => sessionStorage.setItem(WORDS, JSON.stringify(words));

export const keptFiles = async (): Promise<readonly KeptFile[]> =>
  (await quietly(async () => (await open()).get('files', tabId()))) ?? [];
export const keepFiles = (files: readonly KeptFile[]): Promise<unknown> =>
  quietly(async () => (await open()).put('files', files, tabId()));

export async function forgetDraft(): Promise<void> {
  sessionStorage.removeItem(WORDS);
  await quietly(async () => (await open()).delete('files', tabId()));
}
