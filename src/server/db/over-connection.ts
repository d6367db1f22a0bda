import type { Connection } from './connection';
import type { Database, Script } from './database';
import { groupFlush } from './group-flush';

/** A database over a single connection. While a transaction runs, everybody else waits in line. */
export function overConnection(connection: Connection): Database & { readonly exec: Script } {
  let line: Promise<unknown> = Promise.resolve();
  const inLine = <T>(work: () => Promise<T>): Promise<T> => {
    const mine = line.then(work);
    line = mine.catch(() => undefined);
    return mine;
  };
  const { committed, flushed } = groupFlush(connection, inLine);
  const query = async <Row>(sql: string, params: readonly unknown[] = []) => ({ rows: (await connection.query(sql, params)) as readonly Row[] });
  const commit: Database['commit'] = (work) => inLine(async () => {
    await connection.exec('begin');
    try {
      const result = await work({ query });
      await connection.exec('commit');
      committed();
      return result;
    } catch (error) {
      await connection.exec('rollback');
      throw error;
    }
  });
  const kept = async <T>(work: () => Promise<T>): Promise<T> => {
    const result = await inLine(async () => {
      const done = await work();
      committed();
      return done;
    });
    await flushed();
    return result;
  };
  return {
    query: (sql, params) => (/^\s*select\b/i.test(sql) ? inLine(() => query(sql, params)) : kept(() => query(sql, params))),
    exec: (sql) => kept(() => connection.exec(sql)),
    commit,
    async transaction(work) {
      const result = await commit(work);
      await flushed();
      return result;
    },
    flushed,
  };
}
