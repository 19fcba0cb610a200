import type { HomeCure, HomeLight } from '@north-step/core/plan';

export const HOME_WORDS: Readonly<Record<HomeLight, readonly [name: string, how: string]>> = {
  outdoors: ['Outdoors, about noon', 'in open shade-free light, out of the wind; a clear dish keeps dust off'],
  sill: ['Behind a window', 'on the sill, pane clean; coated glass may keep half of it out'],
  'small lamp': ['A small lamp', '405 nm, a hand’s width away, foil behind the parts'],
  'lamp box': ['A lamp box', 'with a turntable, or turned by hand'],
};

/** Minutes as people keep them: to the minute, to five, to the half hour. */
export function minutesText(minutes: number): string {
  if (minutes < 10) return `${Math.max(1, Math.round(minutes))} min`;
  if (minutes < 57) return `${5 * Math.round(minutes / 5)} min`;
  const halves = Math.round(minutes / 30);
  return `${Math.floor(halves / 2) || ''}${halves % 2 ? '½' : ''} h`;
}
export const rangeText = ({ minutes }: HomeCure): string =>
  minutes === undefined
    ? 'not within a day’s light'
    : minutes.high === undefined
      ? `${minutesText(minutes.low)} to a day or more`
      : `${minutesText(minutes.low)} to ${minutesText(minutes.high)}`;
