import type { Database, Transaction } from './database';

/** All tables, what is referred to first; how many rows are read at a time. */
const TABLES: readonly (readonly [name: string, rows: number])[] = [
  ['pieces', 200],
  ['images', 4],
  ['faces', 4],
  ['profiles', 4],
  ['outputs', 50],
  ['changes', 200],
  ['snapshots', 50],
  ['pictures', 50],
];

type Row = Readonly<Record<string, unknown>>;

/** Lists are none of what is stored, so that an object is JSON. */
const stored = (value: unknown): unknown =>
  value !== null && typeof value === 'object' && !(value instanceof Date) && !ArrayBuffer.isView(value)
    ? JSON.stringify(value)
    : value;

async function insert(tx: Transaction, table: string, rows: readonly Row[]): Promise<void> {
  const columns = Object.keys(rows[0]!);
  const places = rows.map((_, i) => `(${columns.map((__, j) => `$${i * columns.length + j + 1}`).join(', ')})`);
  await tx.query(
    `INSERT INTO ${table} (${columns.join(', ')}) VALUES ${places.join(', ')}`,
    rows.flatMap((row) => columns.map((column) => stored(row[column]))),
  );
}

/** A database that should be empty, and is not. */
class NotEmpty extends Error {
  constructor() {
    super('there are pieces in it already');
  }
}

/**
 * Copies all that one database holds, as it is at one moment, into another that has the same tables and holds nothing:
 * all or nothing.
 *
 * @returns how many rows each table has
 * @throws NotEmpty
 */
export async function copyAll(
  from: Database,
  to: Database,
  tell: (table: string, rows: number) => void = () => undefined,
): Promise<Readonly<Record<string, number>>> {
  const counts: Record<string, number> = {};
  await from.transact(async (source) => {
    await source.query('SET TRANSACTION ISOLATION LEVEL REPEATABLE READ, READ ONLY');
    await to.transact(async (target) => {
      for (const [table] of TABLES)
        if ((await target.query(`SELECT 1 FROM ${table} LIMIT 1`)).rows.length > 0) throw new NotEmpty();
      for (const [table, size] of TABLES) {
        counts[table] = 0;
        await source.query(`DECLARE copied NO SCROLL CURSOR FOR SELECT * FROM ${table}`);
        for (;;) {
          const { rows } = await source.query<Row>(`FETCH ${size} FROM copied`);
          if (rows.length === 0) break;
          await insert(target, table, rows);
          counts[table] += rows.length;
          tell(table, counts[table]);
        }
        await source.query('CLOSE copied');
      }
    });
  });
  return counts;
}
