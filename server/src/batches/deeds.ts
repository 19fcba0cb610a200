import type { BatchReply, Deeds } from '@north-step/contract';
import { stepById } from '@north-step/core/batch';
import { DEED_TYPES, DEEDS, type Deed, type DeedType } from '@north-step/core/decide';
import { kindShape } from '@north-step/core/route';
import type { Handler, Handlings, Outcome } from '../http/command.ts';
import { needPhoto } from '../photos/index.ts';
import { seal } from '../records/index.ts';
import { batchAfter } from './after.ts';
import { dryEffects, lightEffects, washEffects } from './effects.ts';
import { type Acting, act, type BatchWork, type Effects, note, occupancy } from './write.ts';

/** A command on a batch that can name photos: they are sent before it. */
type DeedWork = BatchWork & {
  readonly body: object & { readonly photoSha256?: string; readonly colour?: { readonly photoSha256: string } };
};

/** Does what core decides; `effects` is what it moves beside the batch. */
async function doDeed(type: DeedType, work: DeedWork, effects?: Effects<Acting>): Promise<Outcome<BatchReply>> {
  const { photoSha256, colour } = work.body;
  for (const sha256 of [colour?.photoSha256, photoSha256]) if (sha256) await needPhoto(work.tx, sha256);
  // each takes what its own command says: the contract holds them to it
  const deed: Deed<never> = DEEDS[type];
  const { batchId: _, ...of } = work.params;
  const said = { ...of, ...work.body } as never;
  switch (deed.asks) {
    case 'batch':
      return note(work, ({ batch, now }) => deed.decide(batch, said, now));
    case 'bench':
      return act(work, ({ batch, bench, now }) => deed.decide(batch, said, bench, now), effects);
    case 'places':
      return act(work, async ({ tx, batch, bench, now }) =>
        deed.decide(batch, said, bench, await occupancy(tx, batch.id), now),
      );
  }
}

/** Whatever core decides alone is done as it says. */
export const DEED_HANDLINGS = Object.fromEntries(
  DEED_TYPES.map((type) => [type, { work: (work: DeedWork) => doDeed(type, work), again: batchAfter }]),
) as unknown as Handlings<keyof Deeds>;

/** Finishing moves solvent after washes and drying, and seals the record at the end. */
export const finishStep: Handler<'step.finish'> = (work) => {
  const { stepId } = work.params;
  const { commandId } = work.command;
  return doDeed('step.finish', work, async (acting, events) => {
    switch (kindShape(stepById(acting.batch, stepId)!.kind).books) {
      case 'wash':
        return washEffects(work.context, acting, stepId, commandId, events);
      case 'dry':
        return dryEffects(work.context, acting, commandId, events, stepId);
      case 'light':
        return lightEffects(acting, stepId, events);
      case 'record':
        return [
          {
            ...acting.now,
            type: 'sealed',
            stepId,
            hash: await seal(work.context, acting.tx, acting.batch, acting.now),
          },
        ];
      case undefined:
        return events;
    }
  });
};
