import type { RoomReply } from '@north-step/contract';

/** A room as it was set up, with nothing known of its sizes. */
export const roomReply: RoomReply = {
  room: {
    workshop: 'Test bench',
    roomC: 22,
    humidityPct: 50,
    dryAir: 'still',
    spaces: {},
    prices: { freshPerL: 4, disposePerL: 1, reclaimPerL: 1 },
  },
  stations: [],
  changedAtMs: null,
  changedBy: null,
};
