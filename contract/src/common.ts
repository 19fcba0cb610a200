import { given } from '@north-step/core/given';
import { type Static, type TSchema, Type } from 'typebox';

/** What may be left out. A value of `undefined` is left out as well: JSON knows none. */
export const optional = <S extends TSchema>(schema: S) => Type.Optional(Type.Unsafe<Static<S> | undefined>(schema));

/** Every failure, everywhere. `kept` says what was not lost. */
export const ErrorReply = Type.Object({
  error: Type.Object({
    code: Type.String(),
    message: Type.String(),
    field: optional(Type.String()),
    kept: optional(Type.String()),
    remedy: optional(Type.String()),
  }),
});
export type ErrorReply = Static<typeof ErrorReply>;

export const strict = { additionalProperties: false } as const;
/** Made by the client; a repeat returns the first answer. */
export const CommandId = Type.String({ minLength: 8, maxLength: 64, pattern: '^[A-Za-z0-9-]+$' });
export const PersonId = Type.String({ minLength: 1, maxLength: 60 });
export const EntityId = Type.String({ minLength: 1, maxLength: 80 });
/** No length, mass, time or temperature at a bench is larger; what a quantity may be within that, its model says. */
const LARGEST = 1e12;
/** Any quantity that is a number at all, in the unit that is named. */
export const quantity = (description?: string) =>
  Type.Number({ ...given({ description }), minimum: -LARGEST, maximum: LARGEST });
/** How many there are of something that is counted one by one. */
export const counted = (description?: string, minimum = 0) =>
  Type.Integer({ ...given({ description }), minimum, maximum: 1_000_000_000 });
/** x y z, in mm or as a direction. */
export const Place = (description?: string) =>
  Type.Array(quantity(), { minItems: 3, maxItems: 3, ...given({ description }) });
/** ms since 1970, to the last day that is written with four figures of a year. */
export const Moment = Type.Number({ minimum: 0, maximum: 253_402_300_799_999 });
export const Text = (maxLength = 200) => Type.String({ minLength: 1, maxLength });

export const PhotoId = Type.String({ pattern: '^[0-9a-f]{64}$', description: 'SHA-256 of a stored photo' });

export const Done = Type.Object({ ok: Type.Boolean() });
export const literals = <const T extends readonly string[]>(values: T) =>
  Type.Unsafe<T[number]>({ type: 'string', enum: [...values] });

/** A number that the HTTP layer itself bounds. */
export const ranged = (description: string, minimum: number, maximum: number) =>
  Type.Number({ description, minimum, maximum });

/** So many of each kind of piece, by the names of the kinds. */
export const PieceCounts = Type.Array(
  Type.Object({ name: Text(120), count: Type.Integer({ minimum: 0, maximum: 1000 }) }, strict),
  { minItems: 1, maxItems: 20 },
);
