/** Where every command is asked for. Apart from what it says, so that a browser need not load the schemas. */
export const COMMAND_PATHS = {
  'batch.create': '/api/batches',
  'batch.flag': '/api/batches/:batchId/flag',
  'batch.hold': '/api/batches/:batchId/hold',
  'batch.broke': '/api/batches/:batchId/broke',
  'batch.measure': '/api/batches/:batchId/sizes',
  'batch.recount': '/api/batches/:batchId/recount',
  'batch.undo': '/api/batches/:batchId/undo',
  'batch.mishap': '/api/batches/:batchId/mishap',
  'batch.later': '/api/batches/:batchId/later',
  'batch.scrap': '/api/batches/:batchId/scrap',
  'record.correct': '/api/batches/:batchId/corrections',
  'batch.edit': '/api/batches/:batchId/edit',
  'batch.split': '/api/batches/:batchId/split',
  'batch.merge': '/api/batches/:batchId/merge',
  'batch.repeat': '/api/batches/:batchId/repeat',
  'batch.colour': '/api/batches/:batchId/colour',
  'batch.cure-plan': '/api/batches/:batchId/cure-plan',
  'batch.part-note': '/api/batches/:batchId/part-notes',
  'step.start': '/api/batches/:batchId/steps/:stepId/start',
  'step.finish': '/api/batches/:batchId/steps/:stepId/finish',
  'step.stay': '/api/batches/:batchId/steps/:stepId/stay',
  'step.elsewhere': '/api/batches/:batchId/steps/:stepId/elsewhere',
  'step.leave-out': '/api/batches/:batchId/steps/:stepId/leave-out',
  'step.extend': '/api/batches/:batchId/steps/:stepId/extend',
  'step.look': '/api/batches/:batchId/steps/:stepId/look',
  'solvent.fill': '/api/solvent/fill',
  'solvent.rotate': '/api/solvent/rotate',
  'solvent.refill': '/api/solvent/refill',
  'solvent.discard': '/api/solvent/discard',
  'solvent.count': '/api/solvent/count',
  'solvent.blend': '/api/solvent/blend',
  'reclaim.begin': '/api/reclaim',
  'reclaim.start': '/api/reclaim/:runId/steps/:stepId/start',
  'reclaim.finish': '/api/reclaim/:runId/steps/:stepId/finish',
  'reclaim.look': '/api/reclaim/:runId/steps/:stepId/look',
  'reclaim.filter': '/api/reclaim/:runId/filter',
  'reclaim.weather': '/api/reclaim/:runId/weather',
  'reclaim.cover': '/api/reclaim/:runId/cover',
  'reclaim.give-up': '/api/reclaim/:runId/give-up',
  'waste.open': '/api/waste',
  'waste.add': '/api/waste/:containerId/add',
  'waste.harden': '/api/waste/:containerId/harden',
  'waste.hand-over': '/api/waste/:containerId/hand-over',
  'air.set': '/api/air',
  'air.check': '/api/air/checks/:checkId',
  'solvent.reverse': '/api/solvent/reverse',
  'solvent.lid': '/api/solvent/lid',
  'solvent.limit': '/api/solvent/limit',
  'solvent.vessel': '/api/solvent/vessel',
  'reading.take': '/api/solvent/readings',
  'reading.verdict': '/api/solvent/readings/:readingId/verdict',
  'lamp.describe': '/api/lamps/:stationId',
  'lamp.meter': '/api/lamps/:stationId/meter',
  'lamp.sky': '/api/lamps/:stationId/sky',
  'coupon.ladder': '/api/pairs/ladders',
  'cure.test': '/api/cure-tests',
  'resin.card': '/api/resins',
  'resin.lot': '/api/resins/:cardId/lots',
  'route.save': '/api/routes',
  'shop.set-up': '/api/set-up',
  'room.set': '/api/room',
  'layout.add': '/api/layout/stations',
  'layout.change': '/api/layout/stations/:stationId',
  'layout.retire': '/api/layout/stations/:stationId/retire',
  'layout.put-back': '/api/layout/stations/:stationId/put-back',
  'layout.order': '/api/layout/order',
  'layout.line': '/api/layout/lines',
  'person.save': '/api/people',
  'person.leave': '/api/people/leave',
  'sheet.take': '/api/sheets',
  'clock.take': '/api/clock',
  'shift.note': '/api/shift-notes',
} as const;
export type CommandType = keyof typeof COMMAND_PATHS;
export const COMMAND_TYPES = Object.keys(COMMAND_PATHS) as CommandType[];

/** What stands after colons in a path. */
type NameIn<Path extends string> = Path extends `${string}:${infer Name}/${infer Rest}`
  ? Name | NameIn<`/${Rest}`>
  : Path extends `${string}:${infer Name}`
    ? Name
    : never;
/** What the path of a command names. */
export type CommandParams<T extends CommandType> = { readonly [Name in NameIn<(typeof COMMAND_PATHS)[T]>]: string };

/** The address of a command, with what its path names filled in. */
export const addressOf = (type: CommandType, params: Readonly<Record<string, string>>): string =>
  COMMAND_PATHS[type].replace(/:(\w+)/g, (_, name: string) => encodeURIComponent(params[name] as string));
