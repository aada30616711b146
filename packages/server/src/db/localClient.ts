import { setTimeout as delay } from 'node:timers/promises';
import type { Client, InArgs, InStatement, ResultSet, Row, Transaction } from '@libsql/client';
import Database from 'libsql';
import { StoreFailure, type StoreFailureKind } from './storeFailure.js';

type Connection = InstanceType<typeof Database>;

export interface LocalClientOptions {
  /** How long a write waits for another program that holds the database before it fails as `busy`. */
  readonly patienceMs?: number;
}

/** The client of a file, which knows why the newest write failed; `undefined` when it did not. */
export type LocalClient = Client & { readonly lastFailure: () => StoreFailureKind | undefined };

const defaultPatienceMs = 8000;
const retryMs = 20;

/**
 * A client of one database file, on one connection.
 *
 * Each write is a transaction that begins, ends and is acknowledged without waiting in between. While another program
 * holds the database, beginning is tried again and again from a timer, so the event loop never stands still. After any
 * failure the connection is thrown away: a statement that SQLite has refused stays active until it is collected, and every
 * later commit on that connection would fail, or worse, look done without being on the disk.
 */
export function openLocalClient(
  file: string,
  { patienceMs = defaultPatienceMs }: LocalClientOptions = {},
): LocalClient {
  let connection = connect(file);
  let isClosed = false;
  let lastFailure: StoreFailureKind | undefined;

  const reconnect = () => {
    closeQuietly(connection);
    connection = connect(file);
  };

  /** Runs one synchronous piece of work, again and again while the database is busy. */
  const attempt = async <Done>(isWrite: boolean, work: (connection: Connection) => Done): Promise<Done> => {
    const startedMs = performance.now();
    for (;;) {
      if (isClosed) throw new Error('the database is closed');
      try {
        if (!connection.open) connection = connect(file);
        const done = work(connection);
        if (isWrite) lastFailure = undefined;
        return done;
      } catch (error) {
        recover(reconnect);
        const kind = failureKindOf(error);
        if (kind === undefined) throw error;
        if (isWrite) lastFailure = kind;
        if (kind !== 'busy' || performance.now() - startedMs > patienceMs) throw new StoreFailure(kind, error);
        await delay(retryMs + Math.random() * retryMs);
      }
    }
  };

  const client: LocalClient = {
    lastFailure: () => lastFailure,
    execute: async (statement: InStatement | string, args?: InArgs): Promise<ResultSet> => {
      const one = toStatement(typeof statement === 'string' && args ? { sql: statement, args } : statement);
      const isWrite = !readsOnly(one.sql);
      return attempt(isWrite, (open) => (isWrite ? inTransaction(open, () => run(open, one)) : run(open, one)));
    },
    batch: async (statements) =>
      attempt(true, (open) =>
        inTransaction(open, () => statements.map((statement) => run(open, toStatement(statement)))),
      ),
    migrate: (statements) =>
      attempt(true, (open) => {
        open.exec('PRAGMA foreign_keys = OFF');
        const done = inTransaction(open, () => statements.map((statement) => run(open, toStatement(statement))));
        open.exec('PRAGMA foreign_keys = ON');
        return done;
      }),
    executeMultiple: (statements) => attempt(true, (open) => void open.exec(statements)),
    // A transaction that waits in the middle would hold up every other writer: `batch` takes all statements at once.
    transaction: (): Promise<Transaction> =>
      Promise.reject(new Error('use a batch: this client has no open transactions')),
    sync: () => Promise.reject(new Error('a local database has nothing to be synchronised with')),
    reconnect,
    close: () => {
      isClosed = true;
      closeQuietly(connection);
    },
    get closed() {
      return isClosed;
    },
    protocol: 'file',
  };
  return client;
}

function connect(file: string): Connection {
  // The library's own waiting would stop the event loop.
  const connection = new Database(file, { timeout: 0 });
  // What is acknowledged must be on the disk: with NORMAL, a power cut could lose the last commits.
  connection.exec('PRAGMA synchronous = FULL');
  connection.exec('PRAGMA foreign_keys = ON');
  return connection;
}

function inTransaction<Done>(connection: Connection, work: () => Done): Done {
  // `exec` finishes its statements even when they fail; a prepared BEGIN that is refused would stay active.
  connection.exec('BEGIN IMMEDIATE');
  const done = work();
  connection.exec('COMMIT');
  return done;
}

/** A new connection instead of the one that failed. Where none can be opened now, the next attempt opens one. */
function recover(reconnect: () => void): void {
  try {
    reconnect();
  } catch (error) {
    if (failureKindOf(error) === undefined) throw error;
  }
}

function closeQuietly(connection: Connection): void {
  if (!connection.open) return;
  try {
    if (connection.inTransaction) connection.exec('ROLLBACK');
  } catch {
    // Closing rolls back too.
  }
  connection.close();
}

const readsOnly = (sql: string): boolean => /^\s*(?:select|pragma|explain|with)\b/i.test(sql);

interface Statement {
  readonly sql: string;
  readonly args: readonly unknown[];
}

function toStatement(statement: InStatement | readonly [sql: string, args?: InArgs]): Statement {
  if (typeof statement === 'string') return { sql: statement, args: [] };
  const [sql, args = []] = 'sql' in statement ? [statement.sql, statement.args] : statement;
  if (!Array.isArray(args)) throw new Error('arguments are given by their order here, not by name');
  return { sql, args: args.map(toSql) };
}

function toSql(value: unknown): unknown {
  // The binding ends the process when it reads text with half a character: it must never be written.
  if (typeof value === 'string' && !value.isWellFormed()) throw new Error('ill-formed text for the database');
  if (typeof value === 'boolean') return value ? 1 : 0;
  if (value instanceof Date) return value.getTime();
  return value ?? null;
}

function run(connection: Connection, { sql, args }: Statement): ResultSet {
  const statement = connection.prepare(sql);
  if (!statement.reader) {
    const { changes, lastInsertRowid } = statement.run(args);
    return toResult([], [], changes, BigInt(lastInsertRowid));
  }
  statement.raw(true);
  const columns = statement.columns().map(({ name }) => name);
  const rows = statement.all(args) as unknown[][];
  return toResult(
    columns,
    rows.map((row) => toRow(columns, row)),
    0,
    undefined,
  );
}

const toResult = (
  columns: string[],
  rows: Row[],
  rowsAffected: number,
  lastInsertRowid: bigint | undefined,
): ResultSet => ({
  columns,
  columnTypes: columns.map(() => ''),
  rows,
  rowsAffected,
  lastInsertRowid,
  toJSON: () => ({ columns, rows, rowsAffected }),
});

/** A row as the client's interface has it: values by name, and by index where nobody enumerates them. */
function toRow(columns: readonly string[], values: readonly unknown[]): Row {
  const row: Record<string, unknown> = {};
  Object.defineProperty(row, 'length', { value: values.length });
  for (const [index, name] of columns.entries()) {
    Object.defineProperty(row, index, { value: values[index] });
    if (!Object.hasOwn(row, name)) row[name] = values[index];
  }
  return row as unknown as Row;
}

/** What an error of SQLite says of the database as a whole; `undefined` where only the statement was wrong. */
function failureKindOf(error: unknown): StoreFailureKind | undefined {
  const code = error instanceof Error && 'code' in error ? String(error.code) : '';
  if (/^SQLITE_(?:BUSY|LOCKED|PROTOCOL)/.test(code)) return 'busy';
  if (/^SQLITE_(?:FULL|IOERR_WRITE|IOERR_SHMSIZE|IOERR_SHMMAP)/.test(code)) return 'full';
  return /^SQLITE_(?:IOERR|CANTOPEN|READONLY|CORRUPT|NOTADB|NOMEM|PERM)/.test(code) ? 'unavailable' : undefined;
}
