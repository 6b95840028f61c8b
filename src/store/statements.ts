import Database from 'libsql';

/** So many prepared statements a connection keeps; the one not used for longest makes way. */
const MOST_KEPT = 300;
/** What reads and writes rows. Everything else is rare, and may change what the others mean. */
const OF_ROWS = /^\s*(select|insert|update|delete|replace|with|pragma data_version)\b/i;
/** What leaves the tables as they are; anything that is neither makes all kept statements old. */
const OF_TRANSACTIONS = /^\s*(begin|commit|rollback|savepoint|release|pragma)\b/i;

/** Its columns are those the table has, which another process may change; `count(*)` is none of these. */
const ALL_COLUMNS = /(select|returning|,|\.)\s*\*/i;

type Connection = Database.Database;
type Statement = ReturnType<Connection['prepare']>;
type Kept = { generation: number; statements: Map<string, Statement> };
type Driver = Connection & { glassineKeepsStatements?: true };

/**
 * Lets each connection keep the statements it has prepared. The libSQL client prepares anew for every question and asks twice
 * what its columns are called, which is three quarters of the time of a short one. A kept statement is fit for its next use
 * whatever became of the last: rows are always read to their end, and one that failed begins anew.
 *
 * Called more than once, also by a second copy of this module, it does nothing more: the mark is on the driver itself.
 */
export function keepStatements(): void {
  const driver = Database.prototype as Driver;
  if (driver.glassineKeepsStatements) return;
  driver.glassineKeepsStatements = true;
  const { prepare, close } = Database.prototype;
  const kept = new WeakMap<Connection, Kept>();
  // A table that one connection changes is another table for all of them.
  let generation = 0;

  const statementsOf = (connection: Connection): Map<string, Statement> => {
    const own = kept.get(connection);
    if (own?.generation === generation) return own.statements;
    const fresh = { generation, statements: new Map<string, Statement>() };
    kept.set(connection, fresh);
    return fresh.statements;
  };

  Database.prototype.prepare = function (this: Connection, source: string) {
    if (!OF_ROWS.test(source)) {
      if (!OF_TRANSACTIONS.test(source)) generation++;
      return prepare.call(this, source);
    }
    const statements = statementsOf(this);
    const known = statements.get(source);
    if (known) {
      // Back in as the newest.
      statements.delete(source);
      statements.set(source, known);
      return known;
    }
    const fresh = prepare.call(this, source);
    const statement = ALL_COLUMNS.test(source) ? fresh : withKnownColumns(fresh);
    statements.set(source, statement);
    if (statements.size > MOST_KEPT) statements.delete(statements.keys().next().value!);
    return statement;
  } as typeof prepare;

  Database.prototype.close = function (this: Connection) {
    kept.delete(this);
    return close.call(this);
  };
}

/** Its columns do not change as long as it is kept, and making their list takes longer than many a question. */
function withKnownColumns(statement: Statement): Statement {
  let known: ReturnType<Statement['columns']> | undefined;
  const columns = statement.columns.bind(statement);
  statement.columns = () => (known ??= columns());
  return statement;
}
