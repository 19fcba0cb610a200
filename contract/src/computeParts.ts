import { type TProperties, Type } from 'typebox';
import { optional, quantity, strict } from './common.ts';

/** Pieces that the schemas of the calculation endpoints are made of. */
export const Num = quantity;
export const Opt = (description: string) => optional(quantity(description));
export const Assumptions = Type.Array(Type.String(), { description: 'plain sentences: what was assumed' });
export const reply = <T extends TProperties>(properties: T) => Type.Object({ ...properties, assumptions: Assumptions });

export const CureConstantsInput = Type.Object(
  {
    k0PerS: Num('1/s at 25 °C, 10 mW/cm²'),
    dpMm: Num('mm'),
    green: Num('conversion'),
    tg0C: Num('°C'),
    tg1C: Num('°C'),
    tack: Num('conversion'),
    deep: Num('conversion'),
    brittleJPerCm2: Num('J/cm²'),
    lambda: Opt('default 0.45'),
    vitrifyK: Opt('K, default 25'),
    capConversion: Opt('default 0.96'),
    oxygen: Opt('default 1.8'),
    skinDepths: Opt('default 1.5'),
    toMiddle: optional(Type.Boolean()),
    stiffFrom: Opt('default 0.42'),
    tint: optional(Type.Object({ endDb: Num('Δb*'), doseJPerCm2: Num('J/cm²'), limitDb: Num('Δb*') }, strict)),
  },
  strict,
);
