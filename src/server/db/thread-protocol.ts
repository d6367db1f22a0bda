/** The wire between the server and the thread that holds PGlite. */
export type ThreadRequest = { readonly id: number; readonly kind: 'query' | 'exec'; readonly sql: string; readonly params: readonly unknown[] };
export type ThreadAnswer =
  | { readonly kind: 'ready' }
  | { readonly kind: 'failed-to-open'; readonly message: string }
  /** A write or a flush did not happen; the thread ends with this. */
  | { readonly kind: 'failed-to-write'; readonly message: string; readonly code: string | null }
  | { readonly id: number; readonly kind: 'rows'; readonly rows: readonly unknown[] }
  | { readonly id: number; readonly kind: 'error'; readonly message: string; readonly code: string | null };

export type ThreadStart = { readonly folder: string; /** A prepared empty database, for a folder that is new. */ readonly empty: string | null };
