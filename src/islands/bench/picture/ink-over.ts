type Colour = readonly [number, number, number, number];

/** Warm paper and moss black: one of them is seen on whatever lies there. */
const [PAPER, DARK]: readonly [Colour, Colour] = [[0.925, 0.906, 0.855, 1], [0.082, 0.09, 0.067, 1]];

/** Paper is less well seen than black on what is lighter than this: there both have as much contrast. */
const MIDDLE = 0.18;

/** How much of the picture around a first line is looked at, in screen pixels. */
const [WIDE, HIGH] = [160, 40];

/** The light of an sRGB pixel, 0 to 1, as WCAG 2 reckons it. */
function lightOf(r: number, g: number, b: number): number {
  const linear = (part: number) => (part <= 0.04045 ? part / 12.92 : ((part + 0.055) / 1.055) ** 2.4);
  return 0.2126 * linear(r / 255) + 0.7152 * linear(g / 255) + 0.0722 * linear(b / 255);
}

/** The ink in which words that begin at a point of the screen are seen on the picture that is painted there; paper where nothing is. */
export function inkOver(canvas: HTMLCanvasElement | null, clientX: number, clientY: number): Colour {
  const box = canvas?.getBoundingClientRect();
  if (!canvas || !box || box.width === 0) return PAPER;
  const [across, down] = [canvas.width / box.width, canvas.height / box.height];
  const small = new OffscreenCanvas(8, 2);
  const to = small.getContext('2d', { willReadFrequently: true })!;
  try {
    to.drawImage(canvas, (clientX - box.left) * across, (clientY - box.top - HIGH) * down, WIDE * across, HIGH * down, 0, 0, 8, 2);
  } catch {
    // Nothing is painted yet.
    return PAPER;
  }
  const { data } = to.getImageData(0, 0, 8, 2);
  let light = 0;
  for (let i = 0; i < data.length; i += 4) light += (lightOf(data[i]!, data[i + 1]!, data[i + 2]!) * data[i + 3]!) / 255;
  return light / (data.length / 4) > MIDDLE ? DARK : PAPER;
}
