import { type Static, type TObject, type TProperties, type TSchema, Type } from 'typebox';
import { CommandId, optional, PersonId, strict } from '../common.ts';

/** What every command carries. */
const COMMAND_META = {
  commandId: CommandId,
  by: optional(PersonId),
  heldMs: optional(
    Type.Integer({
      minimum: 0,
      maximum: 86_400_000,
      description: 'how long it waited for a server that was away: it counts from when it was pressed',
    }),
  ),
} satisfies TProperties;
const Meta = Type.Object(COMMAND_META);
export type CommandMeta = Static<typeof Meta>;

/** A command that has nothing to say. */
export const Nothing = Type.Object({}, strict);

/** What can be done: what it needs to know, and what is answered. */
export type CommandShape = {
  readonly summary: string;
  /** what it says, beside what every command carries */
  readonly body: TObject;
  readonly reply: TSchema;
};

/** What arrives over HTTP: what it says, and what every command carries. */
export const wireBody = ({ body }: CommandShape): TObject =>
  Type.Object({ ...COMMAND_META, ...body.properties }, strict);
