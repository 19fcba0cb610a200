/** The fields of `T` that are given; those that may be undefined may be missing. */
export type Given<T> = { [K in keyof T as undefined extends T[K] ? never : K]: T[K] } & {
  [K in keyof T as undefined extends T[K] ? K : never]?: Exclude<T[K], undefined>;
};
/** Some of `T`; a field that is undefined is left out as well. */
export type Perhaps<T> = { readonly [K in keyof T]?: T[K] | undefined };
/** Leaves out what is undefined: spread over defaults, it covers none of them. */
export const given = <T extends object>(fields: T): Given<T> =>
  Object.fromEntries(Object.entries(fields).filter(([, value]) => value !== undefined)) as Given<T>;
