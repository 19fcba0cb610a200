const FULL_SHARE = 0.85;
/** What a bath is usually filled with, whole decilitres. @returns mL */
export const usualFillMl = (capacityMl: number): number => 100 * Math.round((FULL_SHARE * capacityMl) / 100);
