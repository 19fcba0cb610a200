import { type Breach, rangeNotes } from '../units/index.ts';
import { fitsFlat, type Spaces } from './fit.ts';

const LARGEST_MM = 3000;

/** Every way the sizes of a workshop cannot be, each by the field it speaks of. Empty when they can be used. */
export function validateSpaces({ plate, wash = {}, boxes = {} }: Spaces): readonly Breach[] {
  const breaches: Breach[] = [];
  const within = rangeNotes(breaches);
  const not = (path: string, why: string) => breaches.push({ path, message: `${path}: ${why}` });
  const size = (name: string, values: readonly number[]) => {
    for (const value of values) within(name, value, 1, LARGEST_MM);
  };
  if (plate) {
    size('plate.sizeMm', plate.sizeMm);
    within('plate.mountMm', plate.mountMm, 0, LARGEST_MM);
  }
  for (const [station, { openingMm, depthMm, impellerMm, basket }] of Object.entries(wash)) {
    size(`wash.${station}.openingMm`, openingMm);
    within(`wash.${station}.depthMm`, depthMm, 1, LARGEST_MM);
    within(`wash.${station}.impellerMm`, impellerMm, 0, LARGEST_MM);
    if (impellerMm >= depthMm) not(`wash.${station}.impellerMm`, 'the impeller is higher than the tub is deep.');
    if (!basket) continue;
    size(`wash.${station}.basket.sizeMm`, basket.sizeMm);
    within(`wash.${station}.basket.meshMm`, basket.meshMm, 0, 100);
    const [x, y] = basket.sizeMm;
    if (!fitsFlat([x, y], openingMm))
      not(`wash.${station}.basket.sizeMm`, 'the basket does not go through the opening.');
  }
  for (const [station, clear] of Object.entries(boxes)) size(`boxes.${station}`, clear);
  return breaches;
}
