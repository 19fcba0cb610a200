import { USUAL_VAPOUR_LIMITS } from './vapour.ts';

/** Something about the room that somebody looks at now and then. */
export type RoomCheck = { readonly id: string; readonly name: string; readonly everyDays: number };
export type AirSetting = {
  readonly roomM3: number;
  /** with the fan on */
  readonly airChangesPerH: number;
  readonly meanPpm: number;
  readonly shortPpm: number;
  /** litres that burn, as local code allows; nothing where nobody has said */
  readonly storedLimitL?: number;
  readonly checks: readonly RoomCheck[];
};
/** Until a workshop says its own: a small room with a weak fan, and what is usually looked at. */
export const USUAL_AIR: AirSetting = {
  roomM3: 30,
  airChangesPerH: 2,
  ...USUAL_VAPOUR_LIMITS,
  checks: [
    { id: 'ventilation', name: 'Ventilation: does paper cling to the intake', everyDays: 30 },
    { id: 'extinguisher', name: 'Extinguisher: seal, gauge, date', everyDays: 90 },
    { id: 'data-sheets', name: 'Safety data sheets: newest edition at hand', everyDays: 365 },
    { id: 'eye-wash', name: 'Eye wash: full and in date', everyDays: 30 },
  ],
};
/** Without a fan a room still breathes through its gaps. Engineering guess, 1/h. */
export const FAN_OFF_CHANGES_PER_H = 0.2;

const DAY_MS = 86_400_000;
/** When a check is due; where it was never noted, so long after the book begins. */
export const checkDueMs = ({ everyDays }: RoomCheck, doneAtMs: number | null, sinceMs: number): number =>
  (doneAtMs ?? sinceMs) + everyDays * DAY_MS;
