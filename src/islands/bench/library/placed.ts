/** The place at which a picture comes in: at its own size, centred, its pivot in its middle; smaller only where it is larger than the frame. */
export function placed(width: number, height: number, host: { readonly width: number; readonly height: number }): Readonly<Record<string, number>> {
  const scale = Math.round(Math.min(1, host.width / width, host.height / height) * 10_000) / 100;
  return { x: host.width / 2, y: host.height / 2, pivotX: width / 2, pivotY: height / 2, ...(scale === 100 ? {} : { scaleX: scale, scaleY: scale }) };
}

/** A layer's name from a file's: without its ending. */
export function nameOf(file: string): string {
  return file.replace(/\.[a-z0-9]+$/i, '') || file;
}
