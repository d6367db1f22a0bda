/** One connection to a database: it answers statements in the order that they are asked. */
export type Connection = {
  readonly query: (sql: string, params: readonly unknown[]) => Promise<readonly unknown[]>;
  readonly exec: (sql: string) => Promise<void>;
};
