import type { Database, Script } from './database';

/** One connection: it answers statements in the order that they are asked. */
export type Connection = {
  readonly query: (sql: string, params: readonly unknown[]) => Promise<readonly unknown[]>;
  readonly exec: (sql: string) => Promise<void>;
};

/** A database over a single connection. While a transaction runs, everybody else waits in line. */
export function overConnection(connection: Connection): Database & { readonly exec: Script } {
  let line: Promise<unknown> = Promise.resolve();
  const inLine = <T>(work: () => Promise<T>): Promise<T> => {
    const mine = line.then(work);
    line = mine.catch(() => undefined);
    return mine;
  };
  const query = async <Row>(sql: string, params: readonly unknown[] = []) => ({ rows: (await connection.query(sql, params)) as readonly Row[] });
  return {
    query: (sql, params) => inLine(() => query(sql, params)),
    exec: (sql) => inLine(() => connection.exec(sql)),
    transaction: (work) => inLine(async () => {
      await connection.exec('begin');
      try {
        const result = await work({ query });
        await connection.exec('commit');
        return result;
      } catch (error) {
        await connection.exec('rollback');
        throw error;
      }
    }),
  };
}
