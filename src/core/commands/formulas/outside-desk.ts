import { inOrder, newDials, type Channel, type Composition, type Layer, type LayerOf } from '../../model';
import type { Track } from '../../scene';
import { nextName } from '../document/next-name';
import { restingChannel } from '../document/target';

/** A layer of dials inside that a formula outside drives. */
export type Desk = { readonly layer: LayerOf<'dials'>; readonly given: Readonly<Record<string, Channel>> };

/** One without dials yet, as long as the composition. */
export function newDesk(inside: Composition): Desk {
  const taken = new Set(inOrder(inside.layers).map((one) => one.name));
  const ids = new Set(inside.layers.order);
  let id = 'outside';
  for (let n = 2; ids.has(id); n++) id = `outside${n}`;
  return { layer: newDials(id, nextName('Outside', taken), [[0, inside.duration]]), given: {} };
}

const TYPES = { N: 'number', P: 'point', C: 'colour', T: 'text', B: 'switch', E: 'text', S: 'text' } as const;

/** With a dial that is given what a formula outside says; the one that says so already, where there is one. */
export function withDial(desk: Desk, leader: Layer, track: Track, written: string, wantsPlain: boolean): { readonly desk: Desk; readonly name: string } {
  const known = Object.entries(desk.given).find(([, channel]) => channel.formula === written);
  if (known) return { desk, name: desk.layer.dials.by[known[0].split('/')[1]!]!.name };
  const name = nextName(`${leader.name} ${track.spec.label.toLowerCase()}`.slice(0, 100), new Set(inOrder(desk.layer.dials).map((one) => one.name)));
  const id = `d${desk.layer.dials.order.length + 1}`;
  const isAngle = track.spec.unit === '°';
  const value = track.channel?.value ?? track.spec.start;
  const dial = { id, off: false, name, type: isAngle ? 'angle' : TYPES[track.spec.type], unit: isAngle || (wantsPlain && track.spec.unit === '%') ? '' : track.spec.unit, range: null, step: null, choices: [], public: true, channels: { value: { ...restingChannel(track), value } } };
  const layer = { ...desk.layer, dials: { order: [...desk.layer.dials.order, id], by: { ...desk.layer.dials.by, [id]: dial } } } as unknown as LayerOf<'dials'>;
  return { desk: { layer, given: { ...desk.given, [`${desk.layer.id}/${id}`]: { ...restingChannel(track), value, formula: written } } }, name };
}
