/** The questions on which practitioners disagree, with the answers that a route can give and a workshop can prefer. */
export const SCHOOLS = {
  supports: ['before cure', 'warm dip, then peel', 'after cure', 'between washes', 'not taken off'],
  washing: ['machine', 'two jars by hand', 'ultrasonic, short', 'spray and brush', 'water', 'detergent, then water'],
  cureIn: ['air', 'water', 'glycerine', 'sun', 'small lamp, in cycles', 'not cured'],
  howLong: ['as the resin is used', 'touch-dry', 'always low, look, add', 'card time', 'strong', 'long'],
  heat: ['none', 'warm chamber', 'oven afterwards'],
  drying: ['hours of air', 'blow off, minutes', 'warm air'],
} as const;
export type SchoolQuestion = keyof typeof SCHOOLS;
export const SCHOOL_QUESTIONS = Object.keys(SCHOOLS) as readonly SchoolQuestion[];
export type Schools = { readonly [Q in SchoolQuestion]: (typeof SCHOOLS)[Q][number] };
