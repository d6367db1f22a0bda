import { imageSize } from 'image-size';

/** What a picture file is, by its first bytes: names and headers may lie. Null for anything that is not kept. */
export function pictureMime(bytes: Uint8Array): 'image/png' | 'image/jpeg' | 'image/webp' | null {
  const text = (from: number, to: number) => String.fromCharCode(...bytes.subarray(from, to));
  if (bytes[0] === 0x89 && text(1, 4) === 'PNG') return 'image/png';
  if (bytes[0] === 0xff && bytes[1] === 0xd8 && bytes[2] === 0xff) return 'image/jpeg';
  if (text(0, 4) === 'RIFF' && text(8, 12) === 'WEBP') return 'image/webp';
  return null;
}

/** The longest side and the most pixels that a picture may have: one in memory takes four bytes for each. */
const MOST_SIDE = 16_384;
const MOST_PIXELS = 120_000_000;

/** Why a picture is not kept, as its header promises; null when it may be. Nothing of it is unpacked. */
export function pictureFault(bytes: Uint8Array): string | null {
  let size: { readonly width: number; readonly height: number };
  try {
    size = imageSize(bytes);
  } catch {
    return 'This picture cannot be read; it may be cut off. Save it again.';
  }
  const { width, height } = size;
  if (!(width > 0 && height > 0)) return 'This picture has no size.';
  if (width > MOST_SIDE || height > MOST_SIDE || width * height > MOST_PIXELS) return `This picture would be ${width} × ${height} px; a side may have ${MOST_SIDE}, and all of it ${MOST_PIXELS / 1e6} million. Save it smaller.`;
  return null;
}
