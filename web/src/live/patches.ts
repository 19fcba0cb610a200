/**
 * What has been put in place since this page was opened, so that nothing older comes after it: a patch by the server's count,
 * a read by whether it was begun before the newest patch.
 */
let taken = 0;
const newest = new Map<string, { readonly seq: number; readonly taken: number }>();

/** The server counts anew, perhaps from less: what comes next is the newest. */
export const countAnew = (): void => {
  for (const [id, { taken: at }] of newest) newest.set(id, { seq: 0, taken: at });
};

/** How many patches there were when a read is begun. */
export const patchesSoFar = (): number => taken;

/** @param seq the server's count of what it told; left out, it counts as the newest. @returns false for one that is older than what is shown */
export function isNewest(batchId: string, seq?: number): boolean {
  const before = newest.get(batchId);
  if (before && seq !== undefined && seq < before.seq) return false;
  newest.set(batchId, { seq: seq ?? before?.seq ?? 0, taken: ++taken });
  return true;
}

/** Whether a read that was begun after so many patches may know less than is shown: of one batch, or of any. */
export const isOutrun = (begunAfter: number, batchId?: string): boolean =>
  (batchId === undefined ? taken : (newest.get(batchId)?.taken ?? 0)) > begunAfter;
