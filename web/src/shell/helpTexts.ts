import { matchPath } from 'react-router';
import type { PagePath } from '../pages.ts';

type PageHelp = {
  readonly what: string;
  readonly first: string;
  /** the chapter of the guide that tells more */
  readonly chapter: string;
};

/** What each page is for, and what is done first on it; nothing for those that are their own help. An address with a name comes before one that is open. */
export const PAGE_HELP: Readonly<Record<PagePath, PageHelp | null>> = {
  '/': {
    chapter: 'The bench',
    what: 'The bench as it is: the band says the next thing to do, the columns where each batch is, from wet to light.',
    first: 'hang a batch with N; then Space, or the foot pedal, starts and finishes what the band says.',
  },
  '/batches/new': {
    chapter: 'A new batch',
    what: 'A batch that is to be hung: its parts, its resin and lot, how many, and the order of work. Every time is worked out while you look.',
    first: 'drop the files of the parts, or describe one by three sizes.',
  },
  '/batches': {
    chapter: 'A batch',
    what: 'Every batch there was, open or sealed.',
    first: 'type a bird’s name, a part, a lot or a customer.',
  },
  '/batches/:batchId/green': {
    chapter: 'A batch',
    what: 'What goes along with parts that are handed over uncured: how long they keep, and how they are lit.',
    first: 'print it.',
  },
  '/batches/:batchId': {
    chapter: 'A batch',
    what: 'One batch: its steps with what was planned and what was done, what was seen, what it was worth.',
    first: 'press a step to see why it takes so long; hold, flag or split it from here.',
  },
  '/solvent/read': {
    chapter: 'Solvent',
    what: 'A reading of a bath, step by step, by whatever instrument is at hand.',
    first: 'choose the bath and the way; a flask on a scale takes three minutes.',
  },
  '/solvent/reclaim': {
    chapter: 'Reclaiming and waste',
    what: 'Used liquid, and every way to deal with it side by side: what comes back, how long, what it costs, what to beware of. Beside it the runs, and what they taught.',
    first: 'say how much and how loaded; begin the way that stands on top.',
  },
  '/solvent/runs/:runId': {
    chapter: 'Reclaiming and waste',
    what: 'One run of reclaiming, step by step, with its clock, its passes against the model, and where its liquid went.',
    first: 'do what the band says; measure and read what comes back, and the next plan is surer.',
  },
  '/solvent/blend': {
    chapter: 'Reclaiming and waste',
    what: 'The cheapest mix of fresh and reclaimed for a bath, within load, strength and share, poured by weight.',
    first: 'choose the bath; pour what the list says until the scale shows it.',
  },
  '/solvent/where': {
    chapter: 'Reclaiming and waste',
    what: 'A week, a month or a quarter of the solvent book: it opens, adds up and closes to the milligram.',
    first: 'press a row for its movements; put the period before beside it.',
  },
  '/solvent/waste': {
    chapter: 'Reclaiming and waste',
    what: 'Containers of waste: what is in them, hardened or not, labels, and to whom they went.',
    first: 'put in what the bench left; harden it in light before it is handed over.',
  },
  '/room/air': {
    chapter: 'Air and fire',
    what: 'Vapour in the room over the day against the limits of this workshop, what a spill would do, what is stored, what is to be checked.',
    first: 'enter the room, its fan and your limits; they come from data sheets and local codes.',
  },
  '/safety': {
    chapter: 'Air and fire',
    what: 'What can hurt somebody in this work, and the usual caution.',
    first: 'read it once; print it for the wall.',
  },
  '/solvent/policy': {
    chapter: 'Solvent',
    what: 'Your own work played again under other rules: when baths are changed, how, and what that costs.',
    first: 'look at which rule is cheapest and still clean.',
  },
  '/solvent/movements': {
    chapter: 'Solvent',
    what: 'Every pour, wash and loss in the solvent book. Nothing is erased; a mistake is taken back by its mirror image.',
    first: 'filter by vessel or kind.',
  },
  '/solvent/card': {
    chapter: 'Solvent',
    what: 'The clarity card: a printed card behind a jar of the bath, read by a photo.',
    first: 'print it at its full size.',
  },
  '/solvent/baths/:vesselId': {
    chapter: 'Solvent',
    what: 'One bath: how much resin is in it, how surely that is known, how many batches it still washes.',
    first: 'read it where the range is wide; change it where the band says so.',
  },
  '/solvent': {
    chapter: 'Solvent',
    what: 'All liquids: what is in each vessel, what is due, where everything went.',
    first: 'do what the band says; fill, top up and rotate from here.',
  },
  '/cure/lamps/:stationId': {
    chapter: 'Cure',
    what: 'One lamp: how it is built, what its light is at each place, how it fades.',
    first: 'put a meter at the three places: two minutes make every time under it surer.',
  },
  '/cure/coupons': {
    chapter: 'Cure',
    what: 'Eight coupons of one resin under one lamp, taken out one after another: their own times, with a range.',
    first: 'choose resin and lamp, and put eight coupons in.',
  },
  '/cure/tests': {
    chapter: 'Cure',
    what: 'Samples that were cured alike and tested: what light and heat are worth in hardness and strength.',
    first: 'write down three samples of one kind.',
  },
  '/cure/:batchId': {
    chapter: 'Cure',
    what: 'The light on the parts of one batch: coldest spot, hottest spot, whether it has to be turned over.',
    first: 'turn the picture; take the plan that the band advises, or try another lamp.',
  },
  '/cure': {
    chapter: 'Cure',
    what: 'Light: lamps, resins under them, and what is planned for the open batches.',
    first: 'choose a batch, or a lamp that was never metered.',
  },
  '/resins/:cardId': {
    chapter: 'Resins and records',
    what: 'The card of one resin: what it is washed in, how long it may lie there, how it is lit, what harms it.',
    first: 'hold it against the data sheet; the data sheet decides.',
  },
  '/resins': {
    chapter: 'Resins and records',
    what: 'Cards of the resins that are used here, with their lots.',
    first: 'import a card, or open one to add a lot.',
  },
  '/routes/schools': {
    chapter: 'Routes',
    what: 'The questions on which practitioners disagree: whom each answer helps, and which routes give it.',
    first: 'find your own way of working; it is one of them.',
  },
  '/routes/:routeId': {
    chapter: 'Routes',
    what: 'One order of work, built from a palette and judged while it is built.',
    first: 'add a step from the left; move it by its handle.',
  },
  '/routes': {
    chapter: 'Routes',
    what: 'Orders of work by what they answer to each question of the trade.',
    first: 'filter by how you work, or build your own with N.',
  },
  '/records/recall': {
    chapter: 'Finding, recall and trends',
    what: 'Which batches are touched: by a lot, a bath over its limit, a lamp between two checks, a reading that was set aside.',
    first: 'choose the question; print the list or save it.',
  },
  '/records/trends': {
    chapter: 'Finding, recall and trends',
    what: 'How work went: what passed at the first look and why the rest did not, stickiness against load, yellowing against light, times against plan.',
    first: 'go to an earlier month.',
  },
  '/records/anchors': {
    chapter: 'Resins and records',
    what: 'One line for each day that shows later whether anything before it was changed or cut off.',
    first: 'print it, or mail it to somebody outside.',
  },
  '/records/files': {
    chapter: 'Open files',
    what: 'Everything out as open files, and in again where nothing stands yet.',
    first: 'save everything, and open the zip.',
  },
  '/records/verify': {
    chapter: 'Resins and records',
    what: 'Whether a record, a chain or a bundle is as it was sealed, checked in this browser.',
    first: 'drop a file.',
  },
  '/records': {
    chapter: 'Resins and records',
    what: 'Sealed records: what was done to each batch, chained so that nothing can be changed unseen.',
    first: 'open one as paper, or check the chain.',
  },
  '/parts': {
    chapter: 'A batch',
    what: 'What was noted of parts that come again: how they hang, what breaks, how their sizes turn out.',
    first: 'search for a part.',
  },
  '/shift': {
    chapter: 'The bench',
    what: 'What the one who takes over must know, and what would make the workshop surer.',
    first: 'leave a note; print it where paper is wanted.',
  },
  '/room': {
    chapter: 'The room',
    what: 'The plan of the workshop: what stands here, devices, people, air, sizes, prices.',
    first: 'add what is missing; a ruler in plate, tub and lamp tells whether parts fit.',
  },
  '/set-up': null,
  '/guide': null,
  '/clock': {
    chapter: 'The bench',
    what: 'One number that can be read from across the room.',
    first: 'leave it on a screen that everybody sees.',
  },
};

/** The help of an address. */
export const helpAt = (pathname: string): PageHelp | null =>
  Object.entries(PAGE_HELP).find(([path]) => matchPath(path, pathname))?.[1] ?? null;

/** The program in eight stops, each a page as it is now. */
export const TOUR: readonly { readonly to: PagePath; readonly see: string }[] = [
  { to: '/', see: 'The bench: one band says what to do next' },
  { to: '/batches/new', see: 'A new batch: times before anything is wet' },
  { to: '/routes/schools', see: 'Ways of working, and why people disagree' },
  { to: '/solvent', see: 'Solvent: loads with honest ranges, and what is due' },
  { to: '/cure', see: 'Light: where it is cold, where it is hot' },
  { to: '/shift', see: 'The shift: what must not be forgotten, what would make it surer' },
  { to: '/records', see: 'Records: sealed, chained, on paper' },
  { to: '/room', see: 'The room: make it your own' },
];
