/** Media by content hash: what a name stands for never changes, and the same picture is kept once. */
export type MediaStore = {
  /** Keeps bytes; answers the hash they are kept under. */
  readonly keep: (bytes: Uint8Array, mime: string) => Promise<string>;
  readonly has: (asset: { readonly hash: string; readonly mime: string }) => Promise<boolean>;
  readonly read: (asset: { readonly hash: string; readonly mime: string }) => Promise<Uint8Array | null>;
};
