/** Writes to the system's clipboard where a page may; answers whether it could. */
export async function toClipboard(text: string): Promise<boolean> {
  try {
    await globalThis.navigator.clipboard.writeText(text);
    return true;
  } catch {
    return false;
  }
}
