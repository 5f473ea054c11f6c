import { messages, types, type PGlite } from '@electric-sql/pglite';
import { serialize } from 'pg-protocol/dist/serializer.js';

type Row = Record<string, unknown>;

type Value = string | number | boolean | Uint8Array | null;

/** An entry of a list as PostgreSQL reads it (PostgreSQL 17, 8.15.2). */
const entry = (value: string | number | null): string =>
  value === null ? 'NULL' : typeof value === 'number' ? String(value) : `"${value.replace(/["\\]/g, '\\$&')}"`;

/** A value as it goes over the wire: bytes as they are, all else as text. */
function asSent(value: Value | readonly (string | number | null)[]): string | Buffer | null {
  if (value === null || typeof value === 'string') return value;
  if (typeof value !== 'object') return String(value);
  return value instanceof Uint8Array ? Buffer.from(value) : `{${value.map(entry).join(',')}}`;
}

/**
 * Statements that are planned once and then run in one message each: half of what `query` of PGlite costs, which sends
 * five. As PostgreSQL's extended query protocol has it (PostgreSQL 17, 53.2.3).
 */
export class Prepared {
  private readonly names = new Map<string, string>();

  constructor(private readonly db: PGlite) {}

  /**
   * Runs one statement, a transaction of its own.
   *
   * @returns its rows; lists among them as PostgreSQL writes them
   * @param values texts, numbers, yes or no, bytes, lists of texts and numbers, or null
   * @throws DatabaseError of PGlite: nothing of the statement is done then
   */
  run(sql: string, values: unknown[]): Promise<Row[]> {
    // A transaction of others may wait between its statements: this one must not become a part of it.
    return this.db._runExclusiveTransaction(() =>
      this.db.runExclusive(async () => {
        const statement = await this.prepare(sql);
        const answer = await this.send(
          serialize.bind({ statement, values, valueMapper: asSent }),
          serialize.describe({ type: 'P' }),
          serialize.execute(),
        );
        return rowsOf(answer);
      }),
    );
  }

  private async prepare(sql: string): Promise<string> {
    const known = this.names.get(sql);
    if (known) return known;
    const name = `s${this.names.size}`;
    await this.send(serialize.parse({ name, text: sql }));
    this.names.set(sql, name);
    return name;
  }

  private async send(...parts: Buffer[]): Promise<readonly { readonly name: string }[]> {
    return (await this.db.execProtocol(Buffer.concat([...parts, serialize.sync()]))).messages;
  }
}

function rowsOf(answer: readonly { readonly name: string }[]): Row[] {
  const about = answer.find((one) => one instanceof messages.RowDescriptionMessage);
  if (!about) return [];
  return answer
    .filter((one) => one instanceof messages.DataRowMessage)
    .map(({ fields }) =>
      Object.fromEntries(
        about.fields.map(({ name, dataTypeID }, i) => [name, valueOf(fields[i] ?? null, dataTypeID)] as const),
      ),
    );
}

const valueOf = (text: string | null, type: number): unknown =>
  text === null ? null : (types.parsers[type]?.(text, type) ?? text);
