import { RUN_KINDS, type RunState } from '@north-step/core/reclaim';
import { Type } from 'typebox';
import { EntityId, literals } from './common.ts';

/** A reclaim run as core knows it; the schema names what a script can rely on. */
export const Run = Type.Unsafe<RunState>(
  Type.Object(
    {
      id: EntityId,
      name: Type.String(),
      kind: literals(RUN_KINDS),
      amountMl: Type.Number({ description: 'mL' }),
      steps: Type.Array(
        Type.Object(
          { id: Type.String(), kind: Type.String(), state: literals(['waiting', 'running', 'done']) },
          { additionalProperties: true },
        ),
      ),
    },
    { additionalProperties: true },
  ),
);
