import { picksForFormula } from '../formula/picking';
import type { KeyboardEvent, MouseEvent, PointerEvent } from 'react';
import { flushSync } from 'react-dom';
import type { StoreApi } from 'zustand';
import { count, hasChosenAncestor, poseAt } from '../../../core/commands';
import { transform, type Bounds } from '../../../core/display';
import type { ShownLayer } from '../../../core/evaluate';
import { member, type Layer, type Project } from '../../../core/model';
import type { PickHit } from '../../../workers/picture/client';
import { current, keyingOf, type Editor } from '../editor/editor';
import { freshId, gestureIds } from '../editor/fresh-id';
import { followPointer } from '../follow-pointer';
import { gripAt, type Grip, type GripPlace } from './grips';
import type { DragSigns, Target } from './drag-signs';
import { guideLines } from './guides';
import { inkOver } from './ink-over';
import { drawnShape, drawnText } from './new-shape';
import { panPicture, type PicturePlace } from './place-picture';
import { angleBetween, dragGrip, moveSelection, type Reshape, type ReshapeNow, type Reshaped, type ReshapeStep } from './reshape';
import { isInBox, layersInside, unionOf, uprightBox, type Point, type SelectionBox } from './selection-box';

/** What a press on the picture needs to know of it, and where it shows what it does. */
export type PressContext = {
  readonly editor: Editor;
  readonly place: PicturePlace;
  readonly room: readonly [number, number];
  readonly shown: readonly ShownLayer[];
  readonly box: SelectionBox | null;
  readonly toScreen: (point: Point) => Point;
  readonly toPicture: (event: { readonly clientX: number; readonly clientY: number }) => Point;
  readonly signs: StoreApi<DragSigns>;
};

/** How far the pointer must go before a press is a drag, and how near lines catch, in screen pixels. */
const SLACK = 3;
const REACH = 7;

/** Where the last click was, and how deep it chose: the same place again chooses what lies beneath. */
let lastClick: { readonly at: Point; readonly depth: number } | null = null;

/** What a press begins; decided once, when the pointer goes down. First match wins: pan, the tool in hand, a grip, the selection, what lies under it, a marquee. */
export function pressPicture(context: PressContext, event: PointerEvent<HTMLDivElement>, grips: readonly GripPlace[]): void {
  const { editor, toPicture } = context;
  const state = editor.store.getState();
  if (event.button === 1) return pan(context, event);
  if (event.button !== 0) return;
  if (state.tool.kind === 'shape') return drawShape(context, event, state.tool.shape);
  if (state.tool.kind === 'text') return writeText(context, event);
  if (state.playing) return;
  if (state.bending) editor.set({ bending: null });
  const bounds = event.currentTarget.getBoundingClientRect();
  const grip = gripAt(grips, [event.clientX - bounds.left, event.clientY - bounds.top]);
  if (grip) return pullGrip(context, event, grip);
  const start = toPicture(event);
  const onSelected = !event.shiftKey && context.shown.some((layer) => state.selection.layers.includes(layer.id) && isInBox(layer, start));
  chooseOrMove(context, event, start, onSelected);
}

/** The point around which the selection turns: a layer's own pivot, or the middle of the box. */
export function pivotOf({ box, editor, shown }: PressContext, project: Project): Point {
  const state = editor.store.getState();
  if (!box) return [0, 0];
  const [left, top, right, bottom] = box.bounds;
  if (!box.single) return state.groupPivot?.layers === state.selection.layers ? state.groupPivot.at : transform(box.matrix, (left + right) / 2, (top + bottom) / 2);
  const composition = member(project.compositions.by, current(state).id)!;
  const only = shown.find((layer) => layer.bounds && state.selection.layers.includes(layer.id) && layer.matrix === box.matrix);
  const layer = only && member(composition.layers.by, only.id);
  if (!only || !layer) return transform(box.matrix, 0, 0);
  const { pivotX, pivotY } = poseAt(project, composition, layer, state.frame);
  return transform(only.matrix, pivotX, pivotY);
}

function beginReshape({ editor, box, shown }: PressContext, pivot: Point): Reshape | null {
  const state = editor.store.getState();
  const host = current(state);
  const chosen = new Set(state.selection.layers);
  const mine = shown.filter((layer) => { const one = member(host.layers.by, layer.id); return chosen.has(layer.id) && one && !one.locked && !hasChosenAncestor(host, one, chosen); });
  if (mine.length === 0) return null;
  const others = shown.filter((layer) => { const one = member(host.layers.by, layer.id); return layer.bounds && one && !chosen.has(layer.id) && one.visible && !hasChosenAncestor(host, one, chosen); }).slice(0, 150);
  // What stays still is painted once while the hand is about to move.
  if (!state.playing) editor.picture.prepare({ event: 'layers.move', args: { composition: host.id, layers: mine.map((layer) => layer.id), by: [0, 0], frame: state.frame, keying: false, keepWas: false, ids: [] } }, { by: [0.01, 0.01] });
  const fallback: SelectionBox = { matrix: mine[0]!.matrix, bounds: [0, 0, 0, 0], single: true };
  return { project: state.project, composition: host.id, layers: mine, box: box ?? fallback, pivot, guides: guideLines(host.width, host.height, others.map(uprightBox)) };
}

/** A drag that shows what it comes to, is done on release and let go with Esc. */
function reshape(context: PressContext, event: PointerEvent<HTMLDivElement>, from: Point, work: (now: ReshapeNow) => Reshaped, ending: { readonly unmoved?: () => void; readonly letGo?: () => void; readonly always?: () => void; /** Does something else on release; true when it did. */ readonly instead?: () => boolean } = {}): { readonly again: () => void } {
  const { editor, place, toPicture, signs } = context;
  const ids = gestureIds();
  const begin = [event.clientX, event.clientY] as const;
  // What is dragged is what was pressed: while it plays, the playhead goes on.
  const { frame } = editor.store.getState();
  let now: globalThis.PointerEvent | null = null;
  let moved = false;
  let done: 'kept' | 'let go' | null = null;
  let base: { readonly event: ReshapeStep['event']; readonly args: object; label: string | null } | null = null;
  const result = (): Reshaped | null => {
    if (!now || !moved) return null;
    const state = editor.store.getState();
    return work({ from, to: toPicture(now), snaps: state.settings.snap && !now.altKey, straight: now.shiftKey, reach: REACH / place.scale, how: { frame, ...keyingOf(state) } });
  };
  const follow = () => {
    const reshaped = result();
    if (!reshaped) return;
    if (done === 'kept') return finishWith(reshaped.step);
    if (done) return;
    flushSync(() => {
      const { step } = reshaped;
      if (step && base?.event !== step.event) base = { event: step.event, args: step.args, label: null };
      // What it is called is worked out once, at the first move that comes to something.
      if (step && base) base.label ??= editor.foretell(step.event, step.args as never);
      if (step && base) editor.pull(step.event, base.args as never, (step.event === 'layers.move' ? { by: step.args.by } : { placed: step.args.placed }) as never);
      else editor.letGo();
      signs.setState({ caught: reshaped.caught, told: step && base?.label ? `${base.label}: ${reshaped.words}` : null });
    });
  };
  const finishWith = (step: ReshapeStep | null) => {
    const made = step && editor.do(step.event, step.args as never, ids());
    if (made?.moved) editor.say(`Keying is off: ${count(made.moved, 'key')} moved along.`);
    if (!made) editor.letGo();
    else stepOn(editor, frame);
  };
  followPointer(event.currentTarget, event.pointerId, (next) => {
    now = next;
    moved ||= Math.hypot(next.clientX - begin[0], next.clientY - begin[1]) > SLACK;
    follow();
  }, (keep) => {
    done = keep ? 'kept' : 'let go';
    signs.setState({ told: null, caught: [] });
    ending.always?.();
    if (!keep) {
      editor.letGo();
      return ending.letGo?.();
    }
    if (!moved) {
      editor.letGo();
      return ending.unmoved?.();
    }
    if (ending.instead?.()) return editor.letGo();
    const reshaped = result();
    if (reshaped) finishWith(reshaped.step);
  });
  return { again: follow };
}

function pullGrip(context: PressContext, event: PointerEvent<HTMLDivElement>, grip: Grip): void {
  const { editor, toPicture } = context;
  const pivot = pivotOf(context, editor.store.getState().project);
  const start = beginReshape(context, pivot);
  if (!start) return;
  const from = toPicture(event);
  if (grip.kind === 'pivot' && !start.box.single) {
    // The pivot of several is nobody's own: it stays where it is put while they are selected.
    const { groupPivot, selection: { layers } } = editor.store.getState();
    return followPointer(event.currentTarget, event.pointerId, (next) => {
      const to = toPicture(next);
      editor.set({ groupPivot: { layers, at: [pivot[0] + to[0] - from[0], pivot[1] + to[1] - from[1]] } });
    }, (keep) => { if (!keep) editor.set({ groupPivot }); });
  }
  let last = from;
  let turned = 0;
  const targets = grip.kind === 'pivot' ? targetsFor(context, start.layers[0]!.id) : [];
  let over: Target | undefined;
  reshape(context, event, from, (now) => {
    // Turns add up: round and round again is more than a full turn.
    turned += angleBetween(pivot, last, now.to);
    last = now.to;
    if (targets.length > 0) {
      const at: Point = [pivot[0] + now.to[0] - from[0], pivot[1] + now.to[1] - from[1]];
      over = targets.find((target) => Math.hypot(target.at[0] - at[0], target.at[1] - at[1]) <= now.reach * 1.5);
      context.signs.setState({ targets: targets.map((target) => (target === over ? { ...target, hot: true } : target)) });
      if (over) return { ...dragGrip(start, grip, now, turned), words: `let go to follow ${over.name}` };
    }
    return dragGrip(start, grip, now, turned);
  }, {
    always: () => context.signs.setState({ targets: [] }),
    instead: () => over !== undefined && editor.do('layers.parent', { layers: [start.layers[0]!.id], parent: over.layer, frame: editor.store.getState().frame }) !== null,
  });
}

/** More targets than this would hide the picture. */
const MOST_TARGETS = 60;

/** The pivots of other layers that a layer could follow: those that do not follow it. */
function targetsFor({ editor, shown }: PressContext, id: string): readonly Target[] {
  const state = editor.store.getState();
  const host = current(state);
  const own = new Set([id]);
  return shown.flatMap((one): readonly Target[] => {
    const layer = member(host.layers.by, one.id);
    if (!layer || layer.id === id || !layer.visible || hasChosenAncestor(host, layer, own)) return [];
    const { pivotX, pivotY } = poseAt(state.project, host, layer, state.frame);
    return [{ layer: layer.id, name: layer.name, at: transform(one.matrix, pivotX, pivotY), hot: false }];
  }).slice(0, MOST_TARGETS);
}

/** With keying on and “pose and step on”, the playhead goes on after a pose that was set on the picture. */
function stepOn(editor: Editor, frame: number): void {
  const { keying, settings, playing } = editor.store.getState();
  if (keying && !playing && settings.stepOn > 0) editor.seek(frame + settings.stepOn);
}

/** Point after point: with keying on and “pose and step on”, a press beside the one selected layer sets its next place there. */
function setNextPlace(context: PressContext, to: Point): boolean {
  const { editor } = context;
  const state = editor.store.getState();
  if (!state.keying || state.playing || state.settings.stepOn === 0 || state.selection.layers.length !== 1) return false;
  const pivot = pivotOf(context, state.project);
  const { frame } = state;
  if (!editor.do('layers.move', { layers: [...state.selection.layers], by: [to[0] - pivot[0], to[1] - pivot[1]], frame, ...keyingOf(state) })) return false;
  stepOn(editor, frame);
  return true;
}

/** Whether an edit that is being asked for wants a point of the picture, and got this one. */
function pointAsked({ editor }: PressContext, [x, y]: Point): boolean {
  const { asking } = editor.store.getState();
  if ((asking?.id !== 'keys.apart' && asking?.id !== 'layers.stagger') || !String(asking.values['order']).startsWith('outward')) return false;
  editor.set({ asking: { ...asking, values: { ...asking.values, x: Math.round(x), y: Math.round(y) } } });
  editor.say(`Outward from ${Math.round(x)}, ${Math.round(y)}.`);
  return true;
}

/** On what is selected a drag begins at once; elsewhere the layer under the pointer is asked for first, and where there is none a marquee opens. */
function chooseOrMove(context: PressContext, event: PointerEvent<HTMLDivElement>, start: Point, onSelected: boolean): void {
  const { editor } = context;
  const { way, frame } = editor.store.getState();
  const shift = event.shiftKey;
  if (pointAsked(context, start)) return;
  const picker = picksForFormula();
  if (picker) {
    event.preventDefault();
    void editor.picture.pick({ composition: way[way.length - 1]!.composition, frame }, start[0], start[1]).then((hits) => picker.take(hits.map(({ path }) => path[0]!)));
    return;
  }
  if (!onSelected && !shift && setNextPlace(context, start)) return;
  let reshaping: Reshape | null = null;
  let upright: Bounds | null = null;
  const ready = () => {
    const state = editor.store.getState();
    reshaping = beginReshape(context, [0, 0]);
    const boxes = context.shown.filter((layer) => layer.bounds && state.selection.layers.includes(layer.id)).map(uprightBox);
    upright = boxes.length > 0 ? unionOf(boxes) : null;
  };
  let empty = false;
  if (onSelected) ready();
  const picked = editor.picture.pick({ composition: way[way.length - 1]!.composition, frame }, start[0], start[1]);
  const target = event.currentTarget;
  const begin = [event.clientX - target.getBoundingClientRect().left, event.clientY - target.getBoundingClientRect().top] as const;
  const before = editor.store.getState().selection.layers;
  const drag = reshape(context, event, start, (now) => {
    if (reshaping) return moveSelection(reshaping, upright, now);
    if (empty) {
      const [x, y] = context.toScreen(now.to);
      context.signs.setState({ marquee: [begin[0], begin[1], x, y] });
      const inside = layersInside(context.shown.filter((layer) => isFree(editor, layer.id)), [Math.min(start[0], now.to[0]), Math.min(start[1], now.to[1]), Math.max(start[0], now.to[0]), Math.max(start[1], now.to[1])]);
      editor.select({ layers: shift ? [...new Set([...before, ...inside])] : inside, keys: [], markers: [], operator: null });
    }
    return { step: null, words: '', caught: [] };
  }, {
    unmoved: () => onSelected && void picked.then((hits) => click(editor, hits, start, shift)),
    // A marquee selects while it grows; let go, what was selected is selected again.
    letGo: () => empty && editor.select({ layers: before }),
    always: () => context.signs.setState({ marquee: null }),
  });
  if (onSelected) return;
  void picked.then((hits) => {
    const found = click(editor, hits, start, shift);
    if (found) ready();
    else empty = true;
    drag.again();
  });
}

function isFree(editor: Editor, id: string): boolean {
  const layer = member(current(editor.store.getState()).layers.by, id);
  return layer !== undefined && !layer.locked && layer.visible;
}

/** Chooses among the layers under a point; the same point again takes the next one beneath. True when one is selected. */
function click(editor: Editor, hits: readonly PickHit[], at: Point, more: boolean): boolean {
  const ids = hits.filter((hit) => hit.path.length === 1 && isFree(editor, hit.path[0]!)).map((hit) => hit.path[0]!);
  const { layers } = editor.store.getState().selection;
  if (ids.length === 0) {
    lastClick = null;
    if (!more) editor.select({ layers: [], keys: [], markers: [], operator: null });
    return false;
  }
  const again = lastClick !== null && Math.hypot(lastClick.at[0] - at[0], lastClick.at[1] - at[1]) < 4 && layers.length === 1 && layers[0] === ids[lastClick.depth % ids.length];
  const depth = again ? lastClick!.depth + 1 : 0;
  const id = ids[depth % ids.length]!;
  lastClick = { at, depth };
  if (more) editor.select({ layers: layers.includes(id) ? layers.filter((one) => one !== id) : [...layers, id], keys: [], markers: [], operator: null });
  else if (!layers.includes(id) || layers.length > 1 || again) editor.select({ layers: [id], keys: [], markers: [], operator: null });
  return true;
}

function pan({ editor, room }: PressContext, event: PointerEvent<HTMLDivElement>): void {
  const state = editor.store.getState();
  const host = current(state);
  const from = [event.clientX, event.clientY] as const;
  followPointer(event.currentTarget, event.pointerId, (now) => editor.set({ picture: panPicture(room, host, state.picture, now.clientX - from[0], now.clientY - from[1]) }), (keep) => { if (!keep) editor.set({ picture: state.picture }); });
}

function put(editor: Editor, layer: Layer): void {
  const state = editor.store.getState();
  const host = current(state);
  if (!editor.do('layers.add', { composition: host.id, files: [layer], above: host.layers.order.find((id) => state.selection.layers.includes(id)) ?? null })) return;
  editor.select({ layers: [layer.id], keys: [], markers: [], operator: null });
  editor.set({ tool: { kind: 'choose' } });
}

function drawShape(context: PressContext, event: PointerEvent<HTMLDivElement>, shape: Parameters<typeof drawnShape>[1]): void {
  const { editor, toPicture, signs } = context;
  const from = toPicture(event);
  const id = freshId();
  let to = from;
  let even = event.shiftKey;
  const make = () => drawnShape(id, shape, current(editor.store.getState()).duration, from, to, even);
  followPointer(event.currentTarget, event.pointerId, (now) => {
    [to, even] = [toPicture(now), now.shiftKey];
    editor.tryOut('layers.add', { files: [make()], above: null });
    signs.setState({ told: `${Math.round(Math.abs(to[0] - from[0]))} × ${Math.round(Math.abs(to[1] - from[1]))} px` });
  }, (keep) => {
    signs.setState({ told: null });
    editor.letGo();
    if (keep) put(editor, make());
  });
}

function writeText({ editor, toPicture }: PressContext, event: PointerEvent<HTMLDivElement>): void {
  event.preventDefault();
  const layer = drawnText(freshId(), current(editor.store.getState()).duration, toPicture(event), inkOver(event.currentTarget.querySelector('canvas'), event.clientX, event.clientY));
  put(editor, layer);
  editor.set({ typing: layer.id });
}

/** Arrow keys nudge the selection by a pixel of the film while the picture has the keyboard; with Shift by ten. */
export function nudgeOf({ editor }: PressContext, event: KeyboardEvent<HTMLDivElement>): void {
  const steps: Readonly<Record<string, Point>> = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] };
  const step = steps[event.key];
  const state = editor.store.getState();
  if (!step || event.ctrlKey || event.altKey || event.metaKey || state.selection.layers.length === 0 || event.target !== event.currentTarget) return;
  event.preventDefault();
  const far = event.shiftKey ? 10 : 1;
  if (!editor.nudge(`move ${state.selection.layers.join()}`, 'layers.move', { layers: state.selection.layers, by: [step[0] * far, step[1] * far], frame: state.frame, ...keyingOf(state) })) editor.say('What is selected is locked, or has no place on the picture.');
}

/** Double-click edits: a nest opens with what lay under the pointer selected, text is typed, a drawn path shows its corners. */
export function doubleClick({ editor, toPicture }: PressContext, event: MouseEvent): void {
  const state = editor.store.getState();
  if (state.tool.kind !== 'choose') return;
  const [x, y] = toPicture(event);
  const look = { composition: state.way[state.way.length - 1]!.composition, frame: state.frame };
  void editor.picture.pick(look, x, y).then((hits) => {
    const top = hits.find((hit) => hit.path.length === 1 && isFree(editor, hit.path[0]!));
    const chosen = state.selection.layers.length === 1 && hits.some((hit) => hit.path[0] === state.selection.layers[0]) ? state.selection.layers[0]! : top?.path[0];
    const layer = chosen === undefined ? undefined : member(current(editor.store.getState()).layers.by, chosen);
    if (!layer || layer.locked) return;
    lastClick = null;
    if (layer.kind === 'text') {
      editor.select({ layers: [layer.id], keys: [], markers: [], operator: null });
      editor.set({ typing: layer.id });
    } else if (layer.kind === 'shape' && layer.shape === 'path') {
      editor.select({ layers: [layer.id], keys: [], markers: [], operator: null });
      editor.set({ bending: layer.id });
      editor.say('Pull corners and handles; double-click a corner takes it out; Esc is done.');
    } else if (layer.kind === 'nest') {
      editor.openNest(layer.id);
      const inside = hits.find((hit) => hit.path.length === 2 && hit.path[0] === layer.id);
      if (inside) editor.select({ layers: [inside.path[1]!], keys: [], markers: [], operator: null });
    }
  });
}

/** The actions that fit what lies under the pointer, and the layers there, also those inside nests. */
export function openMenu({ editor, toPicture }: PressContext, event: MouseEvent): void {
  event.preventDefault();
  const [x, y] = toPicture(event);
  const at = { x: event.clientX, y: event.clientY };
  const state = editor.store.getState();
  const look = { composition: state.way[state.way.length - 1]!.composition, frame: state.frame };
  void editor.picture.pick(look, x, y).then((hits) => {
    const free = hits.filter((hit) => isFree(editor, hit.path[0]!));
    const { layers } = editor.store.getState().selection;
    const [top] = free;
    if (top && !free.some((hit) => hit.path.length === 1 && layers.includes(hit.path[0]!))) editor.select({ layers: [top.path[0]!], keys: [], markers: [], operator: null });
    // The deepest is what the eye was on.
    const deepest = free.reduce<readonly string[] | null>((best, { path }) => (best === null || (path[0] === best[0] && path.length > best.length) ? path : best), null);
    editor.set({ pointed: deepest, menu: { ...at, under: free.slice(0, 14).map((hit) => ({ label: labelOf(editor, hit.path), path: hit.path })), groups: free.length > 0 ? LAYER_MENU : EMPTY_MENU } });
  });
}

export const LAYER_MENU = [
  ['edit.cut', 'edit.copy', 'edit.paste', 'edit.duplicate', 'edit.delete'],
  ['layers.open', 'layers.rename', 'layers.nest', 'layers.unnest'],
  ['layers.hide', 'layers.lock', 'layers.solo', 'layers.guide', 'layers.free'],
  ['time.when', 'time.split', 'time.trim-start', 'time.trim-end', 'time.marker', 'keys.pose'],
] as const;
const EMPTY_MENU = [['edit.paste', 'edit.all', 'project.media'], ['new.rectangle', 'new.ellipse', 'new.polygon', 'new.star', 'new.path', 'new.text', 'new.null'], ['picture.fit', 'picture.whole', 'picture.thirds', 'picture.safe', 'picture.ground']] as const;

function labelOf(editor: Editor, path: readonly string[]): string {
  const { project, way } = editor.store.getState();
  let composition = member(project.compositions.by, way[way.length - 1]!.composition);
  let name = '';
  for (const id of path) {
    const layer: Layer | undefined = composition && member(composition.layers.by, id);
    name = layer?.name ?? id;
    composition = layer?.kind === 'nest' ? member(project.compositions.by, layer.source) : undefined;
  }
  return name;
}
