/** What a picture file is, by its first bytes: names and headers may lie. Null for anything that is not kept. */
export function pictureMime(bytes: Uint8Array): 'image/png' | 'image/jpeg' | 'image/webp' | null {
  const text = (from: number, to: number) => String.fromCharCode(...bytes.subarray(from, to));
  if (bytes[0] === 0x89 && text(1, 4) === 'PNG') return 'image/png';
  if (bytes[0] === 0xff && bytes[1] === 0xd8 && bytes[2] === 0xff) return 'image/jpeg';
  if (text(0, 4) === 'RIFF' && text(8, 12) === 'WEBP') return 'image/webp';
  return null;
}
