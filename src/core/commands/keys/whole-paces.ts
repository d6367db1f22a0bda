import { ownTracks } from '../../scene';
import { inTime, member, type Channel, type Layer, type Project } from '../../model';
import { framesPerSecond } from '../../time';
import { trackPath } from '../document/paths';
import { patchOf, type Patch } from '../document/patch';
import { reachLayer, type KeyRef } from '../document/target';
import type { StoredKey } from './chosen-keys';
import { distanceTo, wayOfTwo } from './kept-pace';

/** Across and down are two numbers of one place. */
const MATE: Readonly<Record<string, string>> = { x: 'y', y: 'x' };

/** The paces of keys made so much more or less that the way to the next key takes whole frames, one at least. */
export function wholePaces(project: Project, compositionId: string, refs: readonly KeyRef[]): readonly Patch[] {
  const host = member(project.compositions.by, compositionId);
  if (!host) return [];
  return refs.flatMap(({ layer: id, track: address, key: keyId }) => {
    const layer = reachLayer(project, compositionId, id);
    const track = layer && ownTracks(layer).find((one) => one.address === address);
    const keys = track?.channel ? (inTime(track.channel.keys) as readonly StoredKey[]) : [];
    const i = keys.findIndex((key) => key.id === keyId);
    const [key, next] = [keys[i], keys[i + 1]];
    if (!layer || !track?.channel || !key || !next || typeof key.pace !== 'number') return [];
    const mate = mateOf(layer, address);
    const distance = (mate ? wayOfTwo(track.channel, mate)(key, next) : null) ?? distanceTo(key, next);
    if (!distance) return [];
    const frames = Math.max(1, Math.round((distance / key.pace) * framesPerSecond(host.rate)));
    const pace = (distance * framesPerSecond(host.rate)) / frames;
    return pace === key.pace ? [] : [patchOf([...trackPath(compositionId, id, track), 'keys', keyId, 'pace'], key.pace, pace)];
  });
}

function mateOf(layer: Layer, address: string): Channel | null {
  return (layer.channels as Readonly<Record<string, Channel | undefined>>)[MATE[address] ?? ''] ?? null;
}
