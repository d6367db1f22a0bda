import { drivesIn, type Track } from '../../../../core/scene';
import { member, type Channel, type Composition, type Layer, type Project } from '../../../../core/model';
import { frameOf } from '../scale';
import type { TracksLook } from '../tracks-look';
import { INK } from '../inks';

/** Whether a formula drives a track now. */
export function isDrivenNow(channel: Channel | null): boolean {
  return channel !== null && channel.formula !== null && !channel.formulaOff;
}

/** What a formula gives a track at a frame; null where none drives it. What is tried out counts. */
export function drivenAt(project: Project, composition: Composition, layer: Layer, { address, channel }: Track): ((frame: number) => unknown) | null {
  if (!isDrivenNow(channel)) return null;
  const host = member(project.compositions.by, composition.id) ?? composition;
  const drive = drivesIn(project, host).of(member(host.layers.by, layer.id) ?? layer, address);
  return drive && !drive.fault() ? drive.at : null;
}

const ranges = new WeakMap<object, readonly [number, number]>();
/** How many places of a composition are looked at for how far a formula goes. */
const LOOKS = 200;

/** How far what a formula gives goes over a composition. */
export function drivenRange(at: (frame: number) => unknown, { duration }: Composition): readonly [low: number, high: number] {
  let known = ranges.get(at);
  if (!known) {
    let [low, high] = [Infinity, -Infinity];
    for (let n = 0; n <= LOOKS; n++) {
      const value = at((duration * n) / LOOKS) as number;
      [low, high] = [Math.min(low, value), Math.max(high, value)];
    }
    ranges.set(at, (known = [low, high]));
  }
  return known;
}

/** The line of what a formula gives, over what is keyed: a double thin one, without a hue of its own. Looked at every other pixel, and at whole frames where these are wide. */
export function drawDriven(to: CanvasRenderingContext2D, look: TracksLook, at: (frame: number) => unknown, y: (value: number) => number, apart = 3): void {
  const { view, composition } = look;
  const [from, until] = [Math.max(0, Math.floor(-view.from * view.pixelsPerFrame)), Math.min(look.width, Math.ceil((composition.duration - view.from) * view.pixelsPerFrame))];
  to.setLineDash([]);
  to.globalAlpha = 1;
  to.beginPath();
  for (let x = from; x <= until; x += 2) to[x === from ? 'moveTo' : 'lineTo'](x, y(at(Math.max(0, frameOf(x, view))) as number));
  // One wide line, and what lies under it along its middle: two thin ones stay, however steep it runs.
  for (const [ink, wide] of [[INK.chalk, apart], [INK.ground, apart - 2]] as const) {
    to.strokeStyle = ink;
    to.lineWidth = wide;
    to.stroke();
  }
  to.lineWidth = 1;
}
