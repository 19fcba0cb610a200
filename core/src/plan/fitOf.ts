import { boxFit, type FitFinding, washFit } from '../fit/index.ts';
import { isCure, isWet, kindOf, stepType } from '../route/index.ts';
import { bathAt } from './baths.ts';
import type { BatchRequest } from './request.ts';
import { routeOf } from './routeOf.ts';

/**
 * Whether the largest part of a batch goes where its route takes it: hangs or lies in every bath, is covered, clears the
 * impeller, does not fall through, fits the lamp and the oven. Stations that were never measured are passed over.
 * @param names of stations by id
 */
export function fitOf(request: BatchRequest, names: Readonly<Record<string, string>>): readonly FitFinding[] {
  const { spaces } = request.bench;
  const { boxMm } = request.part;
  if (!spaces || !boxMm) return [];
  const { steps } = routeOf(request);
  const offPlate = steps.findIndex((step) => kindOf(step) === 'off-plate');
  const found = steps.flatMap((step, index): readonly FitFinding[] => {
    const { station } = step;
    const name = names[station] ?? station;
    const type = stepType(step.type);
    const space = spaces.wash?.[station];
    if (isWet(type) && space) {
      const { volumeMl, capacityMl, surfaceM2 } = bathAt(station, request.bench);
      const level =
        volumeMl === undefined || capacityMl === undefined || surfaceM2 === undefined
          ? undefined
          : { volumeMl, capacityMl, surfaceM2 };
      return washFit({ station, name, boxMm, space, level, plate: index < offPlate ? spaces.plate : undefined });
    }
    const clear = spaces.boxes?.[station];
    return (isCure(type) || type.kind === 'oven') && clear ? boxFit(station, name, boxMm, clear) : [];
  });
  // the same bath twice says the same twice
  return found.filter((one, i) => found.findIndex((other) => other.message === one.message) === i);
}
