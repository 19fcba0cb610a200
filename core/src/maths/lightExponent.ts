/**
 * Light counts in the rate of hardening by this power: half the light takes longer than twice as long would give, and a dim
 * spot loses less than its share. Between the 0.5 of radicals that end each other and the 1 of those that are trapped.
 * An engineering guess until coupons say otherwise.
 */
export const LIGHT_EXPONENT = 0.7;
