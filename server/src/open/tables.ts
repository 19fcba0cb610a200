/** What a column holds, as it stands in a file: a time is ISO 8601 in UTC, whole numbers beyond 2⁵³ are text. */
export type ColumnType = 'text' | 'whole' | 'big' | 'number' | 'yes-no' | 'time' | 'json';
/** Whether it may be empty. */
export type Column = ColumnType | `${ColumnType}?`;
export type TableSpec = {
  /** what its rows are, for people */
  readonly holds: string;
  /** its rows are told apart and put in order by these */
  readonly key: readonly string[];
  readonly columns: Readonly<Record<string, Column>>;
  /** in which order they stand in their file, where it is not that of the key: what was there first comes first */
  readonly order?: string;
  /** columns that follow from other facts: they are worked out at import and must come out the same */
  readonly follows?: readonly string[];
  /** counts up by itself: goes on behind the last row */
  readonly counts?: string;
  /** file of the program's contents beside the rows */
  readonly contents?: 'mesh' | 'photo';
};

const SAID = { at: 'time', by: 'text', command_id: 'text' } as const;
const MG = { solvent_mg: 'big', water_mg: 'big', resin_mg: 'big' } as const;

/**
 * Everything that a shop is: one list of data, longer than other files so that what is in it is seen in one place. In an order
 * in which it can be taken in. What is left out follows from these: see `LEFT_OUT`.
 */
export const TABLES = {
  setting: { holds: 'What the workshop has set of itself', key: ['key'], columns: { key: 'text', value: 'json' } },
  setting_event: {
    holds: 'What was set when, by whom',
    key: ['seq'],
    counts: 'seq',
    columns: { seq: 'whole', key: 'text', value: 'json', ...SAID },
  },
  person: {
    holds: 'Who works or worked here',
    key: ['id'],
    columns: { id: 'text', name: 'text', role: 'text', place: 'whole', left_at: 'time?' },
  },
  bath_line: {
    holds: 'Lines of baths of one liquid',
    key: ['id'],
    columns: { id: 'text', name: 'text', place: 'whole' },
  },
  vessel: {
    holds: 'Baths, cans, drums and bottles, with what is in them, mg',
    key: ['id'],
    follows: ['solvent_mg', 'water_mg', 'resin_mg'],
    columns: {
      id: 'text',
      name: 'text',
      kind: 'text',
      role: 'text?',
      agitation: 'text',
      solvent: 'text',
      capacity_ml: 'number',
      surface_m2: 'number',
      place: 'whole',
      ...MG,
      lid: 'text',
      evaporated_to: 'time?',
      shop_limit_pct: 'number?',
      line_id: 'text?',
      line_place: 'whole?',
      retired_at: 'time?',
      reclaimed_share: 'number',
    },
  },
  station: {
    holds: 'Places of the bench',
    key: ['id'],
    columns: {
      id: 'text',
      name: 'text',
      side: 'text',
      capacity: 'whole',
      vessel_id: 'text?',
      note: 'text',
      place: 'whole',
      kind: 'text',
      retired_at: 'time?',
    },
  },
  resin_card: {
    holds: 'Resin cards, every version',
    key: ['id', 'version'],
    columns: { id: 'text', version: 'whole', name: 'text', card: 'json', note: 'text', at: 'time?', by: 'text?' },
  },
  lot: {
    holds: 'Lots of resins',
    key: ['card_id', 'code'],
    columns: { card_id: 'text', code: 'text', used_up_at: 'time?' },
  },
  route: {
    holds: 'Routes, every version that was made here',
    key: ['id', 'version'],
    columns: { id: 'text', version: 'whole', name: 'text', body: 'json', note: 'text', ...SAID },
  },
  mesh: {
    holds: 'Meshes of parts by their SHA-256; each file stands beside',
    key: ['sha256'],
    contents: 'mesh',
    columns: { sha256: 'text', name: 'text', bytes: 'whole', measures: 'json', at: 'time' },
  },
  photo: {
    holds: 'Photos by their SHA-256; each file stands beside',
    key: ['sha256'],
    contents: 'photo',
    columns: { sha256: 'text', media: 'text', bytes: 'whole', at: 'time' },
  },
  reclaim_run: {
    holds: 'Reclaim runs as they stand',
    key: ['id'],
    columns: { id: 'text', name: 'text', created_at: 'time', ended_at: 'time?', state: 'json' },
  },
  reclaim_event: {
    holds: 'What happened to each reclaim run',
    key: ['seq'],
    counts: 'seq',
    columns: { seq: 'whole', run_id: 'text', payload: 'json', ...SAID },
  },
  batch: {
    holds: 'Batches as they stand',
    key: ['id'],
    columns: {
      id: 'text',
      name: 'text',
      created_at: 'time',
      sealed_at: 'time?',
      due_at: 'time?',
      flagged: 'yes-no',
      search: 'text',
      state: 'json',
      route_id: 'text',
      version: 'whole',
      outcome: 'text',
      first_look: 'text?',
      summary: 'json',
    },
  },
  event: {
    holds: 'What happened to each batch',
    key: ['seq'],
    counts: 'seq',
    columns: { seq: 'whole', batch_id: 'text', type: 'text', payload: 'json', ...SAID },
  },
  ledger_posting: {
    holds: 'Movements of solvent, water and resin',
    key: ['seq'],
    counts: 'seq',
    columns: {
      seq: 'whole',
      id: 'text',
      kind: 'text',
      note: 'text',
      batch_id: 'text?',
      reverses: 'text?',
      deeds: 'json?',
      liquids_before: 'json?',
      run_id: 'text?',
      marks_before: 'json?',
      ...SAID,
    },
  },
  ledger_line: {
    holds: 'What each movement put into or took out of each account, mg; a movement adds up to nothing',
    key: ['posting_id', 'account'],
    order: '(SELECT p.seq FROM ledger_posting p WHERE p.id = posting_id), account',
    columns: { posting_id: 'text', account: 'text', ...MG },
  },
  sink: {
    holds: 'Accounts that are no vessels: where it came from and where it went, mg',
    key: ['account'],
    follows: ['solvent_mg', 'water_mg', 'resin_mg'],
    columns: { account: 'text', ...MG },
  },
  reading: {
    holds: 'Readings of baths',
    key: ['seq'],
    counts: 'seq',
    columns: {
      seq: 'whole',
      id: 'text',
      vessel_id: 'text',
      raw: 'json',
      load_pct: 'number?',
      sd_pct: 'number?',
      note: 'text',
      batch_id: 'text?',
      posting_id: 'text?',
      ...SAID,
    },
  },
  reading_verdict: {
    holds: 'What was made of readings that disagreed',
    key: ['seq'],
    counts: 'seq',
    columns: { seq: 'whole', reading_id: 'text', verdict: 'text', ...SAID },
  },
  part_note: {
    holds: 'What the bench told whoever prepares the files',
    key: ['seq'],
    counts: 'seq',
    columns: {
      seq: 'whole',
      id: 'text',
      part: 'text',
      mesh_sha256: 'text?',
      batch_id: 'text',
      kind: 'text',
      at_mm: 'json?',
      text: 'text',
      ...SAID,
    },
  },
  lamp: {
    holds: 'Lamps as they are described, by their station',
    key: ['station_id'],
    columns: { station_id: 'text', version: 'whole', lamp: 'json', described: 'json', burnt_h: 'number' },
  },
  lamp_event: {
    holds: 'Descriptions and meter checks of lamps',
    key: ['seq'],
    counts: 'seq',
    columns: { seq: 'whole', station_id: 'text', kind: 'text', payload: 'json', ...SAID },
  },
  lamp_pair: {
    holds: 'What coupons and looks have shown of a resin under a lamp',
    key: ['card_id', 'station_id'],
    columns: { card_id: 'text', station_id: 'text', body: 'json', fitted_at: 'time' },
  },
  recess_belief: {
    holds: 'What looks have shown of recesses',
    key: ['family', 'agitation'],
    columns: { family: 'text', agitation: 'text', body: 'json', fitted_at: 'time' },
  },
  coupon_ladder: {
    holds: 'Ladders of coupons',
    key: ['id'],
    columns: {
      id: 'text',
      station_id: 'text',
      card_id: 'text',
      lot: 'text',
      medium: 'text',
      mw_per_cm2: 'number',
      outcomes: 'json',
      ...SAID,
    },
  },
  cure_test: {
    holds: 'Samples tested for hardness or load',
    key: ['id'],
    columns: {
      id: 'text',
      card_id: 'text',
      lot: 'text',
      schedule: 'json',
      property: 'text',
      readings: 'json',
      note: 'text',
      ...SAID,
    },
  },
  device: {
    holds: 'Devices; of a token only its SHA-256',
    key: ['id'],
    columns: {
      id: 'text',
      kind: 'text',
      name: 'text',
      simulated: 'yes-no',
      token_sha256: 'text',
      station_id: 'text?',
      removed_at: 'time?',
      practice: 'yes-no',
    },
  },
  light_sample: {
    holds: 'What lamps’ own sensors saw of batches',
    key: ['seq'],
    counts: 'seq',
    columns: {
      seq: 'whole',
      station_id: 'text',
      batch_id: 'text',
      step_id: 'text',
      mw_per_cm2: 'number',
      temp_c: 'number?',
      door_open: 'yes-no',
      at: 'time',
    },
  },
  wash_sample: {
    holds: 'What wash units told of batches',
    key: ['seq'],
    counts: 'seq',
    columns: {
      seq: 'whole',
      station_id: 'text',
      batch_id: 'text',
      step_id: 'text',
      stirring: 'yes-no',
      lid_open: 'yes-no',
      temp_c: 'number?',
      at: 'time',
    },
  },
  room_sample: {
    holds: 'What sensors said of the room',
    key: ['seq'],
    counts: 'seq',
    columns: {
      seq: 'whole',
      device_id: 'text',
      temp_c: 'number?',
      humidity_pct: 'number?',
      vapour_pct_lel: 'number?',
      at: 'time',
    },
  },
  waste_container: {
    holds: 'Containers of waste as they stand',
    key: ['id'],
    columns: { id: 'text', name: 'text', opened_at: 'time', gone_at: 'time?', state: 'json' },
  },
  waste_event: {
    holds: 'What happened to each container of waste',
    key: ['seq'],
    counts: 'seq',
    columns: { seq: 'whole', container_id: 'text', payload: 'json', ...SAID },
  },
  check_done: {
    holds: 'Checks of the room that were made',
    key: ['seq'],
    counts: 'seq',
    columns: { seq: 'whole', check_id: 'text', note: 'text', ...SAID },
  },
  shift_note: {
    holds: 'Notes from shift to shift',
    key: ['seq'],
    counts: 'seq',
    columns: { seq: 'whole', text: 'text', ...SAID },
  },
  record: {
    holds: 'Sealed records, each as the text that was hashed',
    key: ['number'],
    columns: {
      number: 'whole',
      batch_id: 'text',
      sealed_at: 'time',
      prev_hash: 'text',
      hash: 'text',
      file: 'text',
      kind: 'text',
    },
  },
} as const satisfies Readonly<Record<string, TableSpec>>;
export type TableName = keyof typeof TABLES;
export const TABLE_NAMES = Object.keys(TABLES) as TableName[];
export const specOf = (name: TableName): TableSpec => TABLES[name];

/** Tables of the database that no file holds, and why. */
export const LEFT_OUT: Readonly<Record<string, string>> = {
  migration: 'the program brings its own',
  command: 'ids under which browsers sent what they did: they are for repeats of the same browser',
  command_answer: 'answers that a repeat gets',
  batch_step: 'follows from batches',
  account: 'follows from vessels and from where solvent comes from and goes to',
  resin: 'follows from cards',
  bath_estimate: 'worked out anew from movements and readings',
  light_map: 'worked out anew from meshes and lamps',
  mesh_chunk: 'the files of meshes stand beside',
  photo_chunk: 'the files of photos stand beside',
};

/** Whether a column may be empty, and what it holds otherwise. */
export const partsOf = (column: Column): { readonly type: ColumnType; readonly orNull: boolean } => ({
  type: column.replace('?', '') as ColumnType,
  orNull: column.endsWith('?'),
});
