/** Rooms that the models of washing and drying hold for, °C: what is colder or hotter is a mistake, or no place for this work. */
export const ROOM_C = { min: 5, max: 45 } as const;

/** Whether a temperature can be that of a room that is worked in. */
export const isRoomC = (tempC: number): boolean => tempC >= ROOM_C.min && tempC <= ROOM_C.max;
