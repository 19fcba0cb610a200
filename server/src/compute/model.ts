import type { Static, TSchema } from 'typebox';

/** A pure calculation: nothing is read or written. */
export type Model = {
  readonly name: string;
  readonly summary: string;
  readonly input: TSchema;
  readonly reply: TSchema;
  readonly run: (input: never) => object;
};
export const model = <Input extends TSchema, Reply extends TSchema>(
  name: string,
  summary: string,
  input: Input,
  reply: Reply,
  run: (input: Static<Input>) => Static<Reply>,
): Model => ({ name, summary, input, reply, run: run as (input: never) => object });
