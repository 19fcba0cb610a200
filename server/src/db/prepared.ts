import { type PGlite, protocol, types } from '@electric-sql/pglite';
import { given } from '@north-step/core/given';

const { serialize } = protocol;
type Messages = Awaited<ReturnType<PGlite['execProtocolStream']>>;
type Field = { readonly name: string; readonly dataTypeID: number };
type Prepared = {
  readonly name: string;
  readonly takes: readonly number[];
  readonly gives: readonly Field[];
  used: number;
};

/** What can be prepared; anything else may change what the tables are, and with it every plan. */
const PREPARABLE = /^\s*(SELECT|INSERT|UPDATE|DELETE|WITH|BEGIN|COMMIT|ROLLBACK)\b/i;
/** Plans that are kept. */
const MOST = 256;
/** Longer texts are rarely the same twice. */
const LONGEST = 8000;
/** A plan is made again after so many calls: tables grow, and nothing else would tell it. */
const PLANNED_ANEW_AFTER = 1000;

/**
 * The statements of a connection, each parsed and planned once and then called by its name: most of what a short statement
 * costs is being understood. @source PostgreSQL documentation, “Extended Query” in the frontend/backend protocol
 */
export class PreparedStatements {
  private readonly db: PGlite;
  /** the one that was used last stands last */
  private readonly known = new Map<string, Prepared>();
  private names = 0;

  constructor(db: PGlite) {
    this.db = db;
  }

  /** @returns its rows. @throws the database's error, with its SQLSTATE as `code` */
  async run(text: string, values: readonly unknown[]): Promise<readonly unknown[]> {
    if (!PREPARABLE.test(text) || text.length > LONGEST) {
      await this.forget();
      return (await this.db.query(text, [...values])).rows;
    }
    const statement = await this.prepared(text);
    statement.used++;
    const said = await this.say(
      serialize.bind({
        statement: statement.name,
        values: values.map((value, i) => this.wire(value, statement.takes[i])),
      }),
      serialize.execute(),
    );
    if (text === 'COMMIT' && tagOf(said) === 'ROLLBACK')
      throw new Error('a statement before it failed: nothing was committed');
    return rowsOf(said).map((row) =>
      Object.fromEntries(
        statement.gives.map(({ name, dataTypeID }, i) => [
          name,
          types.parseType(row[i] ?? null, dataTypeID, this.db.parsers),
        ]),
      ),
    );
  }

  /** Drops every plan: what tables there are, or how large they are, may have changed. */
  async forget(): Promise<void> {
    for (const text of [...this.known.keys()]) await this.drop(text);
  }

  private async prepared(text: string): Promise<Prepared> {
    const before = this.known.get(text);
    if (before && before.used < PLANNED_ANEW_AFTER) {
      this.known.delete(text);
      this.known.set(text, before);
      return before;
    }
    if (before) await this.drop(text);
    const name = `s${++this.names}`;
    const said = await this.say(serialize.parse({ name, text }), serialize.describe({ type: 'S', name }));
    const statement = { name, takes: takenBy(said), gives: givenBy(said), used: 0 };
    this.known.set(text, statement);
    const [oldest] = this.known.keys();
    if (this.known.size > MOST && oldest !== undefined) await this.drop(oldest);
    return statement;
  }

  private async drop(text: string): Promise<void> {
    const name = this.known.get(text)?.name;
    this.known.delete(text);
    await this.say(serialize.close({ type: 'S', ...given({ name }) }));
  }

  /** One exchange, whatever it is of. */
  private say(...messages: readonly Uint8Array[]): Promise<Messages> {
    return this.db.execProtocolStream(Buffer.concat([...messages, serialize.sync()]), { syncToFs: false });
  }

  private wire(value: unknown, type: number | undefined): string | null {
    if (value === null || value === undefined) return null;
    const serializer = type === undefined ? undefined : this.db.serializers[type];
    return serializer ? serializer(value) : String(value);
  }
}

// The messages that a driver reads, by their names in the protocol; its library gives them as one type.
const messagesOf = <Message>(said: Messages, name: Messages[number]['name']) =>
  said.filter((message) => message.name === name) as unknown as readonly Message[];
/** What was done in the end: a commit after a statement that failed is a rollback, and no error. @source PostgreSQL documentation, COMMIT */
const tagOf = (said: Messages) => messagesOf<{ readonly text: string }>(said, 'commandComplete')[0]?.text;
const takenBy = (said: Messages) =>
  messagesOf<{ readonly dataTypeIDs: readonly number[] }>(said, 'parameterDescription')[0]?.dataTypeIDs ?? [];
const givenBy = (said: Messages) =>
  messagesOf<{ readonly fields: readonly Field[] }>(said, 'rowDescription')[0]?.fields ?? [];
const rowsOf = (said: Messages) =>
  messagesOf<{ readonly fields: readonly (string | null)[] }>(said, 'dataRow').map(({ fields }) => fields);
