import { given } from '@north-step/core/given';
import { type Static, type TSchema, Type } from 'typebox';

/** A type by its values alone: what is read-only counts as what is not, and what is undefined as what is left out. */
type Plain<T> = T extends object
  ? { -readonly [K in keyof T]: Plain<T[K]> | (Pick<T, K> extends Required<Pick<T, K>> ? never : undefined) }
  : T;
/** The same with nothing left out: a field that one of two does not know shows. */
type Whole<T> = T extends object ? { -readonly [K in keyof T]-?: Whole<Exclude<T[K], undefined>> } : T;
type Alike<A, B> = [A] extends [B] ? ([B] extends [A] ? true : false) : false;
type Same<A, B> = Alike<Plain<A>, Plain<B>> extends true ? Alike<Whole<A>, Whole<B>> : false;

/**
 * A schema of what core calls `T`: the compiler holds the two to each other, field by field.
 * @example described<LampNow>()(Type.Object({ … }))
 */
export const described =
  <T>() =>
  <S extends TSchema>(schema: Same<Static<S>, T> extends true ? S : never) =>
    Type.Unsafe<T>(schema);

/** Two numbers: from, to. */
export const Pair = (item: TSchema = Type.Number(), description?: string) =>
  Type.Unsafe<readonly [number, number]>(Type.Array(item, { minItems: 2, maxItems: 2, ...given({ description }) }));
export const Triple = (item: TSchema = Type.Number(), description?: string) =>
  Type.Unsafe<readonly [number, number, number]>(
    Type.Array(item, { minItems: 3, maxItems: 3, ...given({ description }) }),
  );
