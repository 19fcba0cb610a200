/** Physical constants and exact conversions. @source BIPM SI brochure, 9th ed. (2019) */
export const GAS_CONSTANT_J_PER_MOL_K = 8.314;
export const GRAVITY_M_PER_S2 = 9.80665;
export const ATMOSPHERE_PA = 101_325;
export const KELVIN_AT_0C = 273.15;
export const PA_PER_MMHG = 133.322;

/** 90 % of a normal distribution lies within so many standard deviations of its middle. */
export const Z90 = 1.645;

export const kelvin = (tempC: number): number => tempC + KELVIN_AT_0C;
