/** What goes wrong with a part because of how its file was prepared. */
export const PART_NOTE_KINDS = [
  'unreachable support',
  'scar on a show face',
  'missing drain hole',
  'warped',
  'other',
] as const;
export type PartNoteKind = (typeof PART_NOTE_KINDS)[number];
