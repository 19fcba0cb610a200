import { Done } from '../common.ts';
import { CureTestsReply, NewCureTest } from '../cureTests.ts';
import { DescribeLamp, LampsReply, MeterLamp, NewLadder, PairsReply, SkyNow } from '../light.ts';
import { CardReply, SaveCard, SetLot } from '../resinCard.ts';
import { NewShiftNote, RoomReply, SetRoom, SetUpShop, ShiftNotesReply } from '../room.ts';
import { RouteReply, SaveRoute } from '../routes.ts';
import { type CommandShape, Nothing } from './define.ts';

/** What the workshop keeps: lamps, coupons, tests, resins, routes, the room. */
export const SHOP_COMMANDS = {
  'lamp.describe': {
    summary: 'Describe a light source',
    body: DescribeLamp,
    reply: LampsReply,
  },
  'lamp.meter': {
    summary: 'Scale a lamp to a meter',
    body: MeterLamp,
    reply: LampsReply,
  },
  'lamp.sky': {
    summary: 'Where the sill is, and its sky now',
    body: SkyNow,
    reply: LampsReply,
  },
  'coupon.ladder': {
    summary: 'Write a ladder of coupons down',
    body: NewLadder,
    reply: PairsReply,
  },
  'cure.test': {
    summary: 'Write tested samples down',
    body: NewCureTest,
    reply: CureTestsReply,
  },
  'resin.card': {
    summary: 'Import a card: a new resin, or its next version',
    body: SaveCard,
    reply: CardReply,
  },
  'resin.lot': {
    summary: 'A lot came onto the shelf, or is used up',
    body: SetLot,
    reply: CardReply,
  },
  'route.save': {
    summary: 'A new route, or the next version of one',
    body: SaveRoute,
    reply: RouteReply,
  },
  'shop.set-up': {
    summary: 'Begin a workshop: its people, its bench, its resins. Once, while nothing stands there',
    body: SetUpShop,
    reply: RoomReply,
  },
  'room.set': {
    summary: 'Say how the room is',
    body: SetRoom,
    reply: RoomReply,
  },
  'clock.take': {
    summary: 'The machine’s clock is right: take it on',
    body: Nothing,
    reply: Done,
  },
  'shift.note': {
    summary: 'Leave a note for the next shift',
    body: NewShiftNote,
    reply: ShiftNotesReply,
  },
} satisfies Record<string, CommandShape>;
