/** For practice: this page behaves as if its server were away. */
const CUT_MS = 60_000;
let untilMs = 0;
const listeners = new Set<() => void>();

export const serverIsCut = (): boolean => Date.now() < untilMs;
/** Loses the server for a minute, or finds it again. */
export function cutServer(cut: boolean): void {
  untilMs = cut ? Date.now() + CUT_MS : 0;
  for (const told of listeners) told();
  if (cut)
    setTimeout(() => {
      for (const told of listeners) told();
    }, CUT_MS + 50);
}
/** @returns stops listening */
export function onCut(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}
