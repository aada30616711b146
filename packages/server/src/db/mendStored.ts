import type { Client } from '@libsql/client';
import { latestTimeMs, wellFormedData, wellFormedText } from '@probe-trail/core/schema';

/** What was mended in one column. */
export interface Mended {
  readonly table: string;
  readonly column: string;
  readonly count: number;
}

interface Column {
  readonly table: string;
  readonly name: string;
  readonly type: string;
}

/**
 * Mends what an earlier version let into the database and what this one could not read: text with half a character
 * (the binding ends the process when it reads one), and times beyond any calendar.
 * @returns what was mended, to be said at the start
 */
export async function mendStored(client: Client): Promise<readonly Mended[]> {
  const mended: Mended[] = [];
  for (const column of await columnsOf(client)) {
    const count = /_at_ms$/.test(column.name)
      ? await mendTimes(client, column)
      : column.type === 'INTEGER'
        ? 0
        : await mendTexts(client, column);
    if (count > 0) mended.push({ table: column.table, column: column.name, count });
  }
  return mended;
}

export const sayMended = ({ table, column, count }: Mended): string =>
  `${count} ${count === 1 ? 'value' : 'values'} in ${table}.${column} could not be read (half a character, or a time beyond the calendar) and ${count === 1 ? 'was' : 'were'} mended.`;

async function columnsOf(client: Client): Promise<readonly Column[]> {
  const { rows } = await client.execute(`
    SELECT tables.name AS "table", columns.name AS name, upper(columns.type) AS type
    FROM pragma_table_list AS tables JOIN pragma_table_info(tables.name) AS columns
    WHERE tables.schema = 'main' AND tables.type IN ('table', 'virtual')
      AND tables.name NOT LIKE 'sqlite\\_%' ESCAPE '\\' AND tables.name <> '__drizzle_migrations'`);
  return rows.map((row) => ({ table: String(row.table), name: String(row.name), type: String(row.type) }));
}

const quoted = (name: string) => `"${name.replaceAll('"', '""')}"`;

async function mendTimes(client: Client, { table, name }: Column): Promise<number> {
  const column = quoted(name);
  const { rowsAffected } = await client.execute({
    sql: `UPDATE ${quoted(table)} SET ${column} = ? WHERE ${column} > ? OR ${column} < 0`,
    args: [latestTimeMs, latestTimeMs],
  });
  return rowsAffected;
}

async function mendTexts(client: Client, { table, name }: Column): Promise<number> {
  const [from, column] = [quoted(table), quoted(name)];
  // Read as bytes: UTF-8 has half a character as ED A0..BF, JSON as \ud8.. to \udf...
  const { rows } = await client.execute(`
    SELECT rowid AS row, CAST(${column} AS BLOB) AS bytes FROM ${from}
    WHERE typeof(${column}) = 'text' AND (instr(CAST(${column} AS BLOB), x'ED') > 0 OR instr(CAST(${column} AS BLOB), x'00') > 0
      OR instr(lower(${column}), '\\ud') > 0 OR instr(${column}, '\\u0000') > 0)`);
  let count = 0;
  for (const { row, bytes } of rows) {
    const text = mendedText(toBuffer(bytes));
    if (text === undefined) continue;
    await client.execute({ sql: `UPDATE ${from} SET ${column} = ? WHERE rowid = ?`, args: [text, row ?? null] });
    count += 1;
  }
  return count;
}

/** Bytes as the binding gives them: in a buffer, or in one of its own kinds of array. */
function toBuffer(bytes: unknown): Buffer {
  if (bytes instanceof ArrayBuffer) return Buffer.from(bytes);
  if (ArrayBuffer.isView(bytes)) return Buffer.from(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  throw new Error(`bytes of an unknown kind: ${typeof bytes}`);
}

/** Half a character in UTF-8, byte by byte. */
const halfCharacter = /\xed[\xa0-\xbf][\x80-\xbf]/g;

/** The text without what cannot be read; `undefined` where all of it can. */
function mendedText(bytes: Buffer): string | undefined {
  const decoded = Buffer.from(bytes.toString('latin1').replace(halfCharacter, '\xef\xbf\xbd'), 'latin1').toString(
    'utf8',
  );
  const text = mendedJson(decoded) ?? wellFormedText(decoded);
  return Buffer.from(text).equals(bytes) ? undefined : text;
}

/** The same of JSON; `undefined` where the text is none, or has nothing to mend. */
function mendedJson(text: string): string | undefined {
  if (!/^[[{]/.test(text)) return undefined;
  try {
    const data: unknown = JSON.parse(text);
    const mended = JSON.stringify(wellFormedData(data));
    return mended === JSON.stringify(data) ? undefined : mended;
  } catch {
    return undefined;
  }
}
