import { CouponsInput, CouponsReply, SunInput, SunReply, TranslateInput, TranslateReply } from '@north-step/contract';
import {
  COMMON_CONSTANTS,
  type CureConstants,
  FAMILY_CONSTANTS,
  fitCoupons,
  translate,
  validateCureConstants,
} from '@north-step/core/cure';
import { given } from '@north-step/core/given';
import { DEFAULT_ALBEDO, sunLight } from '@north-step/core/light';
import { breachText, InputError, requireInRange } from '@north-step/core/units';
import type { Static } from 'typebox';
import { Refused } from '../http/errors.ts';
import { model } from './model.ts';

type ResinInput = Static<typeof TranslateInput>['resin'];

/** Constants of a family by name, or those that were sent with the common ones filled in. @throws RangeError for absurd ones */
export function constantsOf(resin: ResinInput): CureConstants {
  const constants = typeof resin === 'string' ? FAMILY_CONSTANTS[resin] : { ...COMMON_CONSTANTS, ...given(resin) };
  const breaches = validateCureConstants(constants);
  if (breaches.length > 0) throw new InputError('resin', `resin: ${breachText(breaches)}`);
  return constants;
}

const INVENTED = 'Resin constants are invented defaults to be calibrated by coupons, never measurements.';

export const LIGHT_MODELS = [
  model(
    'translate',
    'A card’s schedule on another lamp, by conversion reached',
    TranslateInput,
    TranslateReply,
    (input) => ({
      ...translate(constantsOf(input.resin), input.card, input.ours, input.wallMm),
      assumptions: [
        INVENTED,
        `Wall ${input.wallMm ?? 3} mm, both faces lit alike; the same conversion at the surface and at skin depth, within 0.001.`,
        'A lamp warms its chamber by 0.5 K for each mW/cm², 15 K at most; a heater holds its temperature from the start.',
      ],
    }),
  ),
  model('coupons', 'What a ladder of coupons says of a resin under a lamp', CouponsInput, CouponsReply, (input) => {
    const mWPerCm2 = requireInRange('mWPerCm2', input.mWPerCm2, 0.01, 1000);
    const fit = fitCoupons(
      {
        constants: constantsOf(input.resin),
        wallMm: input.wallMm ?? 3,
        coldMWPerCm2: mWPerCm2,
        hotMWPerCm2: mWPerCm2,
        medium: input.medium ?? 'air',
        tempC: input.tempC,
      },
      input.outcomes,
    );
    return {
      handleS: fit.handleS,
      handleRange90: [...fit.handleRange90],
      maxS: fit.maxS,
      maxRange90: fit.maxRange90 && [...fit.maxRange90],
      rateScale: Math.exp(fit.scale.lnRate),
      doseScale: Math.exp(fit.scale.lnDose),
      assumptions: [
        INVENTED,
        'Before the coupons both factors are 1, 0.6 to 1.6 in two cases of three; thresholds are lognormal, 7 to 30 % wide.',
        'Both faces of the coupon get the stated light.',
      ],
    };
  }),
  model('sun', 'Curing light of sun and sky at a place and time', SunInput, SunReply, (input) => {
    const atMs = Date.parse(input.at);
    if (!Number.isFinite(atMs))
      throw new Refused({
        code: 'BAD_VALUE',
        message: `at: “${input.at.slice(0, 40)}” is no time.`,
        remedy: 'Write it like 2026-06-21T12:00:00Z.',
        field: 'at',
      });
    const { elevationDeg, mWPerCm2, range } = sunLight({
      latDeg: input.latDeg,
      lonDeg: input.lonDeg,
      atMs,
      cloudShare: input.cloudShare,
      albedo: input.albedo,
      behindGlass: input.behindGlass,
    });
    return {
      elevationDeg,
      mWPerCm2,
      range: [...range],
      assumptions: [
        `340–415 nm, 85 W/m² outside the air (±10 %), dust β 0.08; ${input.behindGlass ? 'behind glass that lets 0.6 through' : 'outdoors, no window glass'}.`,
        `The part is turned all round; the ground throws back ${100 * (input.albedo ?? DEFAULT_ALBEDO)} %.`,
        'Haze, ozone and broken cloud are not seen: 0.5 to 2 times.',
      ],
    };
  }),
];
