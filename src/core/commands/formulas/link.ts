import { writtenName } from '../../formulas';
import { trackAt, type Track } from '../../scene';
import { inOrder, member, type Layer, type Project } from '../../model';
import type { Frames } from '../../time';
import { setFormulas } from './set-formulas';
import type { Made } from '../document/made';
import type { Refused } from '../document/refused';
import { reach, type TrackRef } from '../document/target';

/** What a track is to follow: a track of this composition, or of one that nests lead to. */
export type Leader = TrackRef & { /** Ids of nests on the way in. */ readonly through?: readonly string[] };

/** How it follows: so many times as much, so much more, so many frames later. */
export type Following = { readonly gain?: number; readonly plus?: number; readonly later?: Frames };

/** Makes tracks follow another one, by a formula that can be read and changed. */
export function linkTracks(project: Project, compositionId: string, refs: readonly TrackRef[], leader: Leader, following: Following): Made | Refused | null {
  const named = leaderName(project, compositionId, leader);
  if (!named) return { refused: 'What they are to follow is not there.' };
  const own = refs.filter((ref) => (leader.through ?? []).length > 0 || ref.layer !== leader.layer || ref.track !== leader.track);
  if (own.length === 0) return { refused: 'A track cannot follow itself.' };
  for (const ref of own) {
    const target = reach(project, compositionId, ref);
    if (target && kind(target.track) !== kind(named.track)) return { refused: `${target.track.spec.label} of ${target.layer.name} cannot follow ${named.words}: ${KINDS[kind(target.track)]} and ${KINDS[kind(named.track)]} are no match.` };
  }
  const draft = setFormulas(project, compositionId, own, { formula: linkText(named.name, named.track, following) });
  if (!draft || 'refused' in draft) return draft;
  const what = own.length === 1 ? '' : `${own.length} tracks `;
  return { ...draft, event: 'links.set', label: `Let ${what === '' ? wordsOf(project, compositionId, own[0]!) : what.trim()} follow ${followingWords(named.words, named.track, following)}` };
}

const KINDS = { N: 'a number', P: 'a point', C: 'a colour', S: 'an outline', T: 'a text', B: 'a switch' } as const;

function kind({ spec: { type } }: Track): keyof typeof KINDS {
  return type === 'E' ? 'T' : type;
}

function wordsOf(project: Project, compositionId: string, ref: TrackRef): string {
  const target = reach(project, compositionId, ref, true);
  return target ? `${target.track.spec.label} of ${target.layer.name}` : 'a track';
}

/** A link in words: "half of Tram's turn, 4 frames later". */
export function followingWords(words: string, track: Track, { gain = 1, plus = 0, later = 0 }: Following): string {
  const share = gain === 1 ? '' : gain === 0.5 ? 'half of ' : gain === -1 ? 'the opposite of ' : gain === 2 ? 'twice ' : `${tidy(gain * 100)} % of `;
  const more = plus === 0 ? '' : ` ${plus > 0 ? 'and' : 'less'} ${tidy(Math.abs(plus))}${track.spec.unit === '' ? '' : ` ${track.spec.unit}`}${plus > 0 ? ' more' : ''}`;
  return `${share}${words}${more}${later === 0 ? '' : `, ${tidy(Math.abs(later))} ${Math.abs(later) === 1 ? 'frame' : 'frames'} ${later > 0 ? 'later' : 'earlier'}`}`;
}

/** A link as a formula. */
export function linkText(name: string, { spec: { type } }: Track, { gain = 1, plus = 0, later = 0 }: Following): string {
  const at = later === 0 ? name : `${name} @ (clock ${later > 0 ? '-' : '+'} ${tidy(Math.abs(later))}f)`;
  const scaled = (type === 'N' || type === 'P') && gain !== 1 ? `${at} * ${gain < 0 ? `(${tidy(gain * 100)}%)` : `${tidy(gain * 100)}%`}` : at;
  return type === 'N' && plus !== 0 ? `${scaled} ${plus > 0 ? '+' : '-'} ${tidy(Math.abs(plus))}` : scaled;
}

function tidy(value: number): string {
  return String(Math.round(value * 1e6) / 1e6);
}

/** What a formula calls a track, and what people do; null where it is not there. */
export function leaderName(project: Project, compositionId: string, { layer: id, track: address, through = [] }: Leader): { readonly name: string; readonly words: string; readonly track: Track } | null {
  let host = member(project.compositions.by, compositionId);
  const nests: string[] = [];
  for (const nestId of through) {
    const nest: Layer | undefined = host && member(host.layers.by, nestId);
    if (nest?.kind !== 'nest') return null;
    nests.push(`${writtenName({ name: nest.name, quoted: false })}/`);
    host = member(project.compositions.by, nest.source);
  }
  const layer = host && member(host.layers.by, id);
  const track = layer && trackAt(project, layer, address);
  if (!host || !layer || !track || track.operator !== null) return null;
  return { name: `${nests.join('')}${writtenName({ name: layer.name, quoted: false })}.${trackWritten(layer, track)}`, words: `${layer.name}'s ${track.spec.label.toLowerCase()}`, track };
}

/** A track as a formula says it: by the name of its dial, mask or effect, else by its field. */
export function trackWritten(layer: Layer, track: Track): string {
  if (track.path[0] === 'dials' && layer.kind === 'nest') return writtenName({ name: track.spec.label, quoted: false });
  const [part, ...field] = track.address.split('.');
  const own = layer.kind === 'dials' ? inOrder(layer.dials) : [...inOrder(layer.masks), ...inOrder(layer.effects)];
  const found = own.find((one) => one.id === part);
  if (found && layer.kind === 'dials') return writtenName({ name: found.name, quoted: false });
  if (found) return [writtenName({ name: found.name === '' ? found.id : found.name, quoted: false }), ...field].join('.');
  return track.address;
}
