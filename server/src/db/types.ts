/** A statement and its values: SQL stays plain, values never become text of it. */
export type Sql = { readonly text: string; readonly values: readonly unknown[] };

/** Builds a statement: sql`SELECT … WHERE id = ${id}`. A statement as a value becomes part of it. */
export function sql(parts: TemplateStringsArray, ...values: readonly unknown[]): Sql {
  let text = parts[0]!;
  const all: unknown[] = [];
  values.forEach((value, i) => {
    if (isSql(value)) {
      const from = all.length;
      text += value.text.replace(/\$(\d+)/g, (_, n: string) => `$${Number(n) + from}`);
      all.push(...value.values);
    } else text += `$${all.push(value)}`;
    text += parts[i + 1]!;
  });
  return { text, values: all };
}
const isSql = (value: unknown): value is Sql =>
  typeof value === 'object' && value !== null && 'text' in value && 'values' in value;

/** Statements that must all hold; TRUE where there are none. */
export const allOf = (conditions: readonly (Sql | false | undefined)[]): Sql =>
  conditions.reduce<Sql>((all, one) => (one ? sql`${all} AND ${one}` : all), sql`TRUE`);

export type Queryable = {
  /** all rows; int8 comes as bigint */
  readonly many: <Row>(statement: Sql) => Promise<readonly Row[]>;
  readonly maybeOne: <Row>(statement: Sql) => Promise<Row | undefined>;
  /** @throws when there is not exactly one row */
  readonly one: <Row>(statement: Sql) => Promise<Row>;
};

/** What a transaction writes with. */
export type Writing = Queryable & {
  /** Sent together with the commit: if it fails, nothing is committed and the caller hears why. */
  readonly last: (statement: Sql) => void;
};

export type Db = Queryable & {
  /** Runs `work` in one transaction; others wait. A throw rolls it back. */
  readonly transaction: <T>(work: (tx: Queryable) => Promise<T>) => Promise<T>;
  /** The same, and forced to disk when it returns: in the turn of the commit where nobody waits, else with the neighbours'. */
  readonly durably: <T>(work: (tx: Writing) => Promise<T>) => Promise<T>;
  /** The same without forcing anything, for whoever forces it all at the end. */
  readonly unforced: Pick<Db, 'durably' | 'sync'>;
  /** Forces the write-ahead log to disk; neighbouring calls share one sync. */
  readonly sync: () => Promise<void>;
  /** Holds the files still: while `work` runs, no checkpoint is made, so that a copy of them with the log behind it opens again. */
  readonly hold: <T>(work: () => Promise<T>) => Promise<T>;
  readonly close: () => Promise<void>;
  readonly folder: string;
};

export function queryable(run: (statement: Sql) => Promise<readonly unknown[]>): Queryable {
  return {
    many: async <Row>(statement: Sql) => (await run(statement)) as readonly Row[],
    maybeOne: async <Row>(statement: Sql) => (await run(statement))[0] as Row | undefined,
    one: async <Row>(statement: Sql) => {
      const rows = await run(statement);
      if (rows.length !== 1) throw new Error(`expected one row, got ${rows.length}: ${statement.text.slice(0, 80)}`);
      return rows[0] as Row;
    },
  };
}
