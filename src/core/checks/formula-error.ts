import { drivesIn, isGood, keyTimesOf, trackAt, type Drive } from '../scene';
import type { Fault } from '../formulas';
import { hull, type Frames } from '../time';
import { operatorOf } from '../timing';
import type { Composition, Project } from '../model';
import { defineLongCheck, type Finding, type Mend } from './problem';

export const formulaError = defineLongCheck({
  code: 'formula-error',
  about: 'Formulas that cannot be worked out: what they drive keeps its keyed value.',
  * inPieces(project, composition) {
    const findings: Finding[] = [];
    for (const drive of drivesIn(project, composition).all()) findings.push(...(yield* findIn(project, composition, drive)));
    return findings;
  },
});

/** What a formula drives, in words. */
export function drivenName(project: Project, { layer, track, operator }: Drive): string {
  if (track) return `${trackAt(project, layer, track.address)?.spec.label ?? track.address} of “${layer.name}”`;
  const { op } = layer.timing.by[operator!.id]!;
  return `the ${operatorOf(op)!.title.toLowerCase()} step of “${layer.name}”`;
}

/** Where a formula stands, as a problem tells it. */
export function placeOfDrive(composition: Composition, { layer, track, operator }: Drive, frame: Frames): Finding['where'] {
  return { composition: composition.id, layer: layer.id, channel: track?.address ?? `${operator!.id}.${operator!.field}`, frame };
}

/** The edit that switches a formula off, or gives it another text. */
export function formulaEdit(composition: Composition, { layer, track, operator }: Drive, to: { readonly off: true } | { readonly text: string }): Mend | undefined {
  if (layer.locked) return undefined;
  if (track) return { do: 'formulas.set', with: { composition: composition.id, tracks: [{ layer: layer.id, track: track.address }], ...('off' in to ? { off: true } : { formula: to.text }) } };
  return { do: 'timing.set', with: { composition: composition.id, layer: layer.id, operator: operator!.id, fields: 'off' in to ? { off: true } : { [operator!.field]: to.text } } };
}

function* findIn(project: Project, composition: Composition, drive: Drive): Generator<void, readonly Finding[]> {
  if (drive.ring()) return [];
  const fault = drive.fault();
  const name = drivenName(project, drive);
  const first = Math.max(0, hull(drive.layer.spans)?.[0] ?? 0);
  if (fault) {
    const { mend, fix } = yield* mendOf(project, composition, drive, fault);
    return [{ where: placeOfDrive(composition, drive, first), message: `The formula of ${name} does not work: ${fault.message}`, fix, ...(mend ? { mend } : {}) }];
  }
  const frame = yield* firstBad(composition, drive);
  if (frame === null) return [];
  const mend = formulaEdit(composition, drive, { off: true });
  return [{ where: placeOfDrive(composition, drive, frame), message: `The formula of ${name} comes to no number at frame ${frame}, where ${drive.track ? 'its keyed value stands' : 'the time goes through as it came'} instead.`, fix: 'Keep it from dividing by 0 and from growing without end, as by max(…) or clamp(…).', ...(mend ? { mend } : {}) }];
}

/** So many values are looked at in one piece. */
const PIECE = 2000;

/** The first frame of its bar at which a formula comes to what is no number. */
function* firstBad(composition: Composition, { layer, track, raw, moves }: Drive): Generator<void, Frames | null> {
  const outer = hull(layer.spans) ?? [0, composition.duration];
  const [from, to] = [Math.max(0, Math.ceil(outer[0])), Math.min(composition.duration, Math.ceil(outer[1]))];
  if (!track) return isGood(raw(from)) ? null : from;
  for (let frame = from; frame < to; frame++) {
    if (!isGood(raw(frame))) return frame;
    if (moves !== 'in time') break;
    if ((frame - from) % PIECE === PIECE - 1) yield;
  }
  return null;
}

/** What to do about a fault: the nearest name, where that makes it work; the marker that it asks for; else to switch it off. */
function* mendOf(project: Project, composition: Composition, drive: Drive, fault: Fault): Generator<void, { readonly mend: Mend | undefined; readonly fix: string }> {
  const { layer, track, operator, text } = drive;
  const asked = (next: string) => {
    const drives = drivesIn(project, composition);
    const full = track && trackAt(project, layer, track.address);
    return track ? (full ? drives.tried(layer, full, next) : null) : drives.triedOn(layer, layer.timing.by[operator!.id]! as never, operator!.field, next);
  };
  if (fault.nearest !== undefined) {
    const next = `${text.slice(0, fault.from)}${fault.nearest}${text.slice(fault.to)}`;
    const tried = asked(next);
    if (tried && !tried.fault() && (yield* firstBad(composition, tried)) === null) return { mend: formulaEdit(composition, drive, { text: next }), fix: `Write “${fault.nearest}” there.` };
  }
  if (fault.marker !== undefined && !layer.locked) {
    const at = keyTimesOf(project, composition, layer).moments(0)[0]?.from ?? layer.start;
    return { mend: { do: 'markers.add', with: { composition: composition.id, layers: [layer.id], at, name: fault.marker } }, fix: `Add a marker “${fault.marker}” to “${layer.name}”, and put it where it belongs.` };
  }
  return { mend: formulaEdit(composition, drive, { off: true }), fix: 'Mend it where it is underlined, or switch it off until then.' };
}
