import {
  AddThing,
  ArrangeLine,
  ChangeStation,
  LayoutReply,
  LeavePerson,
  OrderStations,
  SavePerson,
} from '../layout.ts';
import { type CommandShape, Nothing } from './define.ts';

/** What stands in the workshop, and who works there. */
export const LAYOUT_COMMANDS = {
  'layout.add': { summary: 'Put something new on the bench', body: AddThing, reply: LayoutReply },
  'layout.change': {
    summary: 'Call a station otherwise, or say its room, its note, its bath',
    body: ChangeStation,
    reply: LayoutReply,
  },
  'layout.retire': {
    summary: 'Take a station away: what was planned there is done elsewhere',
    body: Nothing,
    reply: LayoutReply,
  },
  'layout.put-back': { summary: 'A station that was taken away stands there again', body: Nothing, reply: LayoutReply },
  'layout.order': { summary: 'The order in which stations are walked by', body: OrderStations, reply: LayoutReply },
  'layout.line': { summary: 'Baths of a line, in order; or a new line', body: ArrangeLine, reply: LayoutReply },
  'person.save': { summary: 'Somebody new, or called otherwise', body: SavePerson, reply: LayoutReply },
  'person.leave': { summary: 'Somebody works here no more', body: LeavePerson, reply: LayoutReply },
} satisfies Record<string, CommandShape>;
