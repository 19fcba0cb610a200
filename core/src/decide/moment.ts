/** When something is done, and by whom. */
export type Moment = { readonly atMs: number; readonly by: string };
