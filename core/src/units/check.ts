/**
 * Refuses a number that is not finite or lies outside a closed range.
 * @throws RangeError naming the field and its value: a caller's bug, or input the edge must have refused
 */
export function requireInRange(name: string, value: number, min: number, max = Number.POSITIVE_INFINITY): number {
  if (!(value >= min && value <= max)) throw new ModelRangeError(name, value, min, max);
  return value;
}

/**
 * What somebody asked for cannot be answered; the sentence is for them. `field` is the name that a form or an API would mark.
 * Every other error is a fault of the program.
 */
export class InputError extends RangeError {
  readonly field: string;
  constructor(field: string, message: string) {
    super(message);
    this.name = 'InputError';
    this.field = field;
  }
}

/** A number outside what the model can answer for. */
export class ModelRangeError extends InputError {
  constructor(field: string, value: number, min: number, max: number) {
    const upper = Number.isFinite(max) ? ` and ${max}` : '';
    super(field, `${field} is ${value}; it must be ${upper ? 'between' : 'at least'} ${min}${upper}.`);
  }
}

/** One way in which something breaks its own rules: where it lies, and the sentence for whoever sent it. */
export type Breach = { readonly path: string; readonly message: string };
export const breachText = (breaches: readonly Breach[]): string => breaches.map(({ message }) => message).join(' ');

/** Notes every number outside its closed range; for checkers that return all breaches instead of throwing at the first. */
export const rangeNotes =
  (breaches: Breach[]) =>
  (name: string, value: number, min: number, max: number): void => {
    if (!(value >= min && value <= max)) {
      breaches.push({ path: name, message: `${name} is ${value}; it must be between ${min} and ${max}.` });
    }
  };

export const clamp = (value: number, min: number, max: number): number => Math.min(max, Math.max(min, value));
