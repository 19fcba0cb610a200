/** What a data folder of ours holds, by name: anything else is somebody’s. */
export const LAYOUT = {
  database: 'pg',
  /** a new database before it is whole */
  making: 'pg.making',
  backups: 'backups',
  /** a socket: who has the folder open */
  lock: 'north-step.lock',
  /** how long the chain of records was, kept apart from them */
  anchor: 'chain-anchor',
  newAnchor: 'chain-anchor.new',
  /** a workshop is being told into a new database; while it is there, the database is no fact */
  beingFilled: 'being-filled',
} as const;
