import {
  BlendInput,
  BlendReply,
  DistilInput,
  DistilReply,
  FlashPointInput,
  FlashPointReply,
  PanInput,
  PanReply,
  PassesInput,
  PassesReply,
  VapourComputed,
  VapourInput,
} from '@north-step/contract';
import { FLAMMABLE_FROM_PCT_V, flashPointC, vapourInRoom } from '@north-step/core/air';
import { given } from '@north-step/core/given';
import {
  type BlendReason,
  blend,
  DEFAULT_PASS,
  DEFAULT_PASS_PRICES,
  DEFAULT_STOP,
  distil,
  hardenFilterPasses,
  panMmPerDay,
} from '@north-step/core/reclaim';
import { model } from './model.ts';

const LOCAL = 'Local codes and the data sheet decide; these are models, not permission.';
const BLEND_REASONS: Readonly<Record<BlendReason, string>> = {
  'too little': 'There is not so much in all the vessels together.',
  'too loaded': 'No mix of so much stays below that load.',
  'too weak': 'No mix of so much reaches that strength.',
  'too much reclaimed': 'It takes more reclaimed solvent than its share allows.',
  together: 'Load, strength and share cannot be met together.',
};

export const RECLAIM_MODELS = [
  model('passes', 'Harden and filter: what one to four passes give', PassesInput, PassesReply, (input) => {
    const { passes, best } = hardenFilterPasses(input.solventG, input.loadPctW, {
      constants: {
        ...DEFAULT_PASS,
        efficiency: input.eta ?? DEFAULT_PASS.efficiency,
        floorPctW: input.floorPctW ?? DEFAULT_PASS.floorPctW,
      },
      prices: { ...DEFAULT_PASS_PRICES, ...given(input.prices ?? {}) },
    });
    return {
      passes: passes.map((pass) => ({ ...pass })),
      best,
      assumptions: [
        'Each gram of hardened resin holds 1.2 g of liquid; filters take 50 g and the air 1.5 % a pass: engineering guesses.',
        'Worth falls in a straight line to nothing at the load where it no longer washes.',
      ],
    };
  }),
  model('distil', 'One distillation, stopped before it is dry', DistilInput, DistilReply, (input) => {
    const { powerW, altitudeM, stop, ...charge } = input;
    const {
      course: _,
      heel: __,
      distillate: ___,
      ...run
    } = distil(charge, {
      powerW,
      altitudeM,
      stop: { ...DEFAULT_STOP, ...given(stop ?? {}) },
    });
    return {
      ...run,
      potC: [...run.potC],
      assumptions: [
        'Isopropanol and water by van Laar, one stage without reflux; resin stays in the pot.',
        'Three quarters of the plug’s power boil liquid: an engineering guess.',
        'A still removes resin, not water. Outdoors, cold condenser, extinguisher at hand, never left, never to dryness.',
        LOCAL,
      ],
    };
  }),
  model('blend', 'The cheapest mix within load, strength and share', BlendInput, BlendReply, (input) => {
    const assumptions = ['By mass; what is in each vessel is taken to be well mixed.'];
    const mix = blend(input);
    if (mix.feasible) return { ...mix, takeKg: { ...mix.takeKg }, assumptions };
    return {
      feasible: false,
      takeKg: {},
      cost: 0,
      loadPctW: 0,
      strengthPctW: 0,
      reason: BLEND_REASONS[mix.reason],
      assumptions,
    };
  }),
  model('vapour', 'Solvent vapour in a room', VapourInput, VapourComputed, (input) => {
    const { sourcesGPerH, hours, spillMl, limits, ...air } = input;
    const vapour = vapourInRoom(air, { sourcesGPerH, hours, ...given({ spillMl, limits }) });
    return {
      ...vapour,
      ppmSteady: Number.isFinite(vapour.ppmSteady) ? vapour.ppmSteady : null,
      assumptions: [
        'Isopropanol, well mixed; near an open bath and low down there is more.',
        `Limits default to 400 ppm (mean) and 500 ppm (short); it could burn from ${FLAMMABLE_FROM_PCT_V} % by volume.`,
        LOCAL,
      ],
    };
  }),
  model(
    'flash-point',
    'Where the vapour of isopropanol in water can be lit',
    FlashPointInput,
    FlashPointReply,
    (input) => ({
      flashPointC: flashPointC(input.strengthPctW),
      assumptions: ['Closed cup, from 11.9 °C of the pure liquid; dilution barely helps.', LOCAL],
    }),
  ),
  model('pan', 'How fast a pan of water dries outdoors', PanInput, PanReply, ({ litres, areaM2, ...weather }) => {
    const mmPerDay = panMmPerDay(weather);
    return {
      mmPerDay,
      days: mmPerDay > 0 ? litres / (mmPerDay * areaM2) : null,
      assumptions: [
        'Open water by Penman; no rain. Nothing goes at or below freezing.',
        'Sheltered, out of reach of animals and children; the residue is hardened and binned, nothing goes to a drain.',
      ],
    };
  }),
];
