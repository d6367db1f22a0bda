import type { PointerEvent } from 'react';
import { flushSync } from 'react-dom';
import { keyName } from '../../../core/commands';
import { current, type Editor } from '../editor/editor';
import { gestureIds } from '../editor/fresh-id';
import type { TimelineView } from '../editor/state';
import { followPointer } from '../follow-pointer';
import { LAYER_MENU } from '../picture/press-picture';
import { catchesFor, classifyDrag, limitsOf, momentsOf, ownFrames, snapDrag, stepOf, tellDrag, whyLocked } from './drag';
import type { Hit, PullHow } from './hit';
import { barsInside, keysInside } from './hit-test';
import { keyNames } from './pegs';
import type { Row } from './rows/row';
import { frameOf, panBy } from './scale';

const SLACK = 3;
/** How near a moment must be to catch a drag, in pixels. */
const REACH = 7;

/** Pulls by which what is shown under the pointer becomes another. */
const BENDS_TIME: ReadonlySet<string> = new Set(['timing.set', 'composition.set']);

export type TracksPress = {
  readonly editor: Editor;
  readonly rows: readonly Row[];
  readonly view: TimelineView;
  readonly scroll: number;
  readonly width: number;
  readonly setMarquee: (rectangle: readonly [number, number, number, number] | null) => void;
  readonly setTold: (told: { readonly x: number; readonly y: number; readonly text: string } | null) => void;
  readonly setCaught: (frame: number | null) => void;
};

/** A press in the tracks: it selects what it hits, and a drag from there moves it. */
export function pressTracks({ editor, rows, view, scroll, width, setMarquee, setTold, setCaught }: TracksPress, event: PointerEvent<HTMLCanvasElement>, hit: Hit): void {
  if (event.button !== 0 && event.button !== 1) return;
  const state = editor.store.getState();
  const composition = current(state);
  const locked = event.button === 0 ? whyLocked(hit, state.project, composition.id) : null;
  if (locked) return editor.say(locked);
  const more = event.shiftKey || event.ctrlKey || event.metaKey;
  const drag = classifyDrag(hit, event.button === 1, state.selection);
  if (event.button === 0) selectHit(editor, hit, more);
  const box = event.currentTarget.getBoundingClientRect();
  const [x, y] = [event.clientX - box.left, event.clientY - box.top + scroll];
  const from = [event.clientX, event.clientY] as const;
  const before = editor.store.getState().selection;
  const ids = gestureIds();
  // Keys that were just added to the selection move with it.
  const taken = drag.kind === 'moveKeys' ? ({ kind: 'moveKeys', refs: before.keys } as const) : drag.kind === 'moveMarkers' ? ({ kind: 'moveMarkers', refs: before.markers } as const) : drag;
  // What is moved is decided once, by the switches as they are at the press.
  let plan: ReturnType<typeof planOf> | null = null;
  const planOf = () => {
    const { settings, frame } = editor.store.getState();
    const moments = momentsOf(taken, state.project, composition, settings);
    const near = [frameOf(-200, view), frameOf(width + 200, view)] as const;
    return { moments, own: ownFrames(taken, state.project, composition, moments), catches: catchesFor(state.project, composition, moments, taken, frame, near, settings.betweenFrames), limits: limitsOf(taken, moments, state.project, composition.id, settings.together) };
  };
  // Of a key that is met several times it is this moment that is pulled.
  const near = hit.kind === 'keys' ? hit.at : undefined;
  let [by, down] = [0, 0];
  let how: PullHow = { later: state.settings.ripple, ties: false };
  let base: ReturnType<typeof stepOf> = null;
  let moved = false;
  let ended = false;
  // Worked out after the press and before the first move, which then only has to move.
  if (taken.kind !== 'pan' && taken.kind !== 'marquee') setTimeout(() => {
    plan ??= planOf();
    base ??= stepOf(taken, plan.moments, composition.id, 1, near);
    if (!base || ended || moved) return;
    editor.ready(base.event, base.args as never);
    // What stays still is painted once while the hand is about to move.
    if (taken.kind === 'pull' && !state.playing) editor.picture.prepare({ event: base.event, args: base.args }, base.move);
  }, 0);
  let rectangle: readonly [number, number, number, number] | null = null;
  followPointer(event.currentTarget, event.pointerId, (next) => {
    let [dx, dy] = [next.clientX - from[0], next.clientY - from[1]];
    // What goes both ways keeps to one of them with Shift.
    if (drag.kind === 'pull' && next.shiftKey) [dx, dy] = Math.abs(dx) > Math.abs(dy) ? [dx, 0] : [0, dy];
    moved ||= Math.hypot(dx, dy) > SLACK;
    if (!moved) return;
    if (drag.kind === 'pan') return editor.set({ view: panBy(view, -dx, composition.duration, width) });
    if (drag.kind === 'marquee') {
      rectangle = [Math.min(x, x + dx), Math.min(y, y + dy), Math.max(x, x + dx), Math.max(y, y + dy)];
      return setMarquee(rectangle);
    }
    plan ??= planOf();
    const { settings, project } = editor.store.getState();
    const snaps = settings.snap && !next.altKey;
    const free = drag.kind === 'pull' && drag.grip.free === true;
    const snapped = free ? { by: dx / view.pixelsPerFrame, caught: null } : snapDrag(dx / view.pixelsPerFrame, plan.own, snaps ? plan.catches : [], REACH / view.pixelsPerFrame, plan.limits);
    [by, down] = [snapped.by, dy];
    how = { ...how, ties: snaps };
    // One pass for all that the drag shows: each by itself would draw the timeline anew.
    flushSync(() => {
      base ??= stepOf(taken, plan!.moments, composition.id, 1, near);
      const step = base && stepOf(taken, plan!.moments, composition.id, by, near, dy, how);
      if (step) editor.pull(base!.event, base!.args as never, step.move as never);
      else editor.letGo();
      // Where time itself is pulled, the picture under the pointer is what is asked about.
      if (step && BENDS_TIME.has(step.event) && !state.playing) editor.picture.show({ composition: composition.id, frame: Math.min(composition.duration - 1, Math.max(0, Math.round(frameOf(x + dx, view)))) });
      setCaught(snapped.caught?.at ?? null);
      setTold({ x: x + dx, y: next.clientY - box.top, text: tellDrag(taken, project, composition.id, by, snapped.caught, dy, how) });
    });
  }, (keep) => {
    ended = true;
    setTold(null);
    setMarquee(null);
    setCaught(null);
    if (drag.kind === 'marquee') {
      if (keep && rectangle) takeMarquee(editor, rows, view, rectangle, more ? before : null);
      return;
    }
    const step = keep && moved && plan ? stepOf(taken, plan.moments, composition.id, by, near, down, how) : null;
    if (step) editor.do(step.event, { ...step.args, ...step.move } as never, ids());
    else editor.letGo();
    // The picture under the pointer gives way to the one at the playhead.
    if (base && BENDS_TIME.has(base.event)) editor.look();
  });
}

function selectHit(editor: Editor, hit: Hit, more: boolean): void {
  const { selection } = editor.store.getState();
  const has = (layer: string) => selection.layers.includes(layer);
  switch (hit.kind) {
    case 'keys': {
      const chosen = keyNames(selection.keys);
      const known = hit.refs.some((ref) => chosen.has(keyName(ref)));
      const names = new Set(hit.refs.map(keyName));
      const keys = more ? (known ? selection.keys.filter((ref) => !names.has(keyName(ref))) : [...selection.keys, ...hit.refs]) : known ? selection.keys : hit.refs;
      return editor.select({ keys, markers: [], layers: more ? [...new Set([...selection.layers, hit.layer])] : has(hit.layer) ? selection.layers : [hit.layer] });
    }
    case 'marker': {
      const same = (ref: { layer: string | null; marker: string }) => ref.layer === hit.ref.layer && ref.marker === hit.ref.marker;
      const known = selection.markers.some(same);
      const markers = more ? (known ? selection.markers.filter((ref) => !same(ref)) : [...selection.markers, hit.ref]) : known ? selection.markers : [hit.ref];
      return editor.select({ markers, keys: [], layers: hit.ref.layer === null ? [] : has(hit.ref.layer) ? selection.layers : [hit.ref.layer] });
    }
    case 'bar': case 'trim': case 'stretch': case 'row': {
      const layers = more ? (has(hit.layer) && hit.kind !== 'row' ? selection.layers.filter((id) => id !== hit.layer) : [...new Set([...selection.layers, hit.layer])]) : has(hit.layer) ? selection.layers : [hit.layer];
      return editor.select({ layers, keys: [], markers: [], operator: layers[0] === selection.layers[0] ? selection.operator : null });
    }
    case 'grip': return selectHit(editor, hit.as, more);
    case 'nothing': if (!more) editor.select({ layers: [], keys: [], markers: [], operator: null });
  }
}

/** What lies in the rectangle, by the filter beside the switches: pegs, bars or both. */
function takeMarquee(editor: Editor, rows: readonly Row[], view: TimelineView, rectangle: readonly [number, number, number, number], before: { readonly keys: readonly ReturnType<typeof keysInside>[number][]; readonly layers: readonly string[] } | null): void {
  const state = editor.store.getState();
  const { settings: { marqueeTakes }, selection, project } = state;
  const free = rows.filter((row) => !row.layer?.locked);
  const keys = marqueeTakes === 'bars' ? [] : keysInside(free, project, current(state), view, rectangle);
  const bars = marqueeTakes === 'pegs' ? [] : barsInside(free, view, rectangle);
  const layers = marqueeTakes === 'pegs' ? selection.layers : bars;
  const known = new Set((before?.keys ?? []).map(keyName));
  editor.select({
    keys: before ? [...before.keys, ...keys.filter((ref) => !known.has(keyName(ref)))] : keys,
    layers: before ? [...new Set([...before.layers, ...layers])] : layers, markers: [],
  });
}

const KEY_MENU = [['edit.cut', 'edit.copy', 'edit.paste', 'edit.duplicate', 'edit.delete'], ['keys.earlier', 'keys.later', 'keys.all'], ['keys.smooth', 'keys.straight', 'keys.hold'], ['keys.after-hold', 'keys.after-repeat', 'keys.after-climb', 'keys.after-swing', 'keys.after-glide']] as const;
const MARKER_MENU = [['edit.delete'], ['time.next-marker', 'time.marker-before']] as const;
const EMPTY_MENU = [['edit.paste', 'edit.paste-times', 'edit.all'], ['time.marker', 'play.range-from', 'play.range-to', 'play.range-whole'], ['view.whole', 'view.unfold-all', 'view.fold-all', 'view.by-start']] as const;

/** The actions that fit what lies under the pointer in the tracks. */
export function openTracksMenu(editor: Editor, under: Hit, x: number, y: number): void {
  const hit = under.kind === 'grip' ? under.as : under;
  const { selection } = editor.store.getState();
  const known = hit.kind === 'keys' ? hit.refs.some((ref) => selection.keys.some((one) => keyName(one) === keyName(ref))) : 'layer' in hit && selection.layers.includes(hit.layer);
  if (!known) selectHit(editor, hit, false);
  editor.set({ menu: { x, y, under: [], groups: hit.kind === 'keys' ? KEY_MENU : hit.kind === 'marker' ? MARKER_MENU : hit.kind === 'nothing' ? EMPTY_MENU : LAYER_MENU } });
}
