/** Kinds of pictures that are kept as files, by their media type. */
const EXTENSIONS: Readonly<Record<string, string>> = { 'image/png': 'png', 'image/jpeg': 'jpg', 'image/webp': 'webp' };

/** The name of an asset's file: its content's hash, and what it is. */
export function mediaFileName({ hash, mime }: { readonly hash: string; readonly mime: string }): string {
  return `${hash}.${EXTENSIONS[mime] ?? 'bin'}`;
}
