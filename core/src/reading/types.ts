/** From this many standard deviations on, a reading disagrees badly with the book. */
export const DISAGREES_SD = 3;
