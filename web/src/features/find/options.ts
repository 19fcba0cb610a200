/** The choice that leaves a thing open. */
export const ANY = { value: '', text: 'any' };
/** One of what has a name, or any. */
export const named = (all: readonly { readonly id: string; readonly name: string }[]) => [
  ANY,
  ...all.map(({ id, name }) => ({ value: id, text: name })),
];
