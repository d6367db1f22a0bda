import { createStore, type StoreApi } from 'zustand/vanilla';
import { applyPatches, changeFrom, commandOf, forget, joined, patchesBetween, record, steppedBack, steppedForward, takeBack, work, type Change, type Draft, type Event, type Given, type Made, type Refused, type Step } from '../../../core/commands';
import { createBeforeEdit } from './before-edit';
import { stepWords } from './step-words';
import { sourceOf, sourceTimeAt } from '../../../core/scene';
import { member, VERSION, type Project } from '../../../core/model';
import { createPictureClient, type PictureClient } from '../../../workers/picture/client';
import { startPictureWorker } from '../../../workers/picture/start';
import { call } from '../../call';
import { isChangesSince } from '../../../wire/answers';
import { createAsides, type Asides } from './asides';
import { chosenBy, current, elsewhereIn, isPulled, keyingOf, seen, seenOnPicture, seenSoon } from './current';
import { createDoneSteps } from './done-steps';
import { frameOutside } from './frame-outside';
import { freshId } from './fresh-id';
import { createKeeping, type Keeping, type Numbered } from './keeping';
import type { Outbox, SetAside } from './outbox';
import { createMessages, type Say } from './messages';
import { opening } from './opening';
import { createPlaying } from './playing';
import { rememberViews } from './remembered-view';
import { settled } from './settled';
import { writeSettings, type Settings } from './settings';
import { NOTHING_SELECTED, type EditorState, type Pulled, type Selection } from './state';

export { current, isPulled, keyingOf, seen, seenOnPicture, seenSoon };

/** The open project of this window: its state, and everything that may be done to it. */
export type Editor = {
  readonly store: StoreApi<EditorState>;
  readonly picture: PictureClient;
  /** Does a command of the list: applies it, remembers it for undo, sends it to be kept. Null where there was nothing to do, or it was refused and said so. */
  readonly do: <E extends Event>(event: E, args: HereArgs<E>, newId?: () => string) => Made | null;
  /** The same for small steps in quick succession: those of one kind (`kind` says which) within a second are one step of undo. */
  readonly nudge: <E extends Event>(kind: string, event: E, args: HereArgs<E>) => Made | null;
  /** Does the edit that may still be done otherwise once more, with other arguments and the same ids: still one step of undo. Null where it stands. */
  readonly revise: (args: object) => Made | null;
  /** Applies a draft that was worked out elsewhere, such as what others' edits came to; with `step` the command line can do it again. */
  readonly apply: (draft: Draft | Refused | null, step?: Step) => boolean;
  /** Shows what a command would come to while a gesture goes on. */
  readonly tryOut: <E extends Event>(event: E, args: HereArgs<E>) => void;
  /** The same for a gesture that is prepared once: as long as `args` are the same object, a move sends what it changes alone. */
  readonly pull: <E extends Event>(event: E, args: HereArgs<E>, move: Partial<HereArgs<E>>) => void;
  /** Gets such a gesture ready before its first move: what it is about is sent once. */
  readonly ready: <E extends Event>(event: E, args: HereArgs<E>) => void;
  /** What a command would be called, or null where it would come to nothing. */
  readonly foretell: <E extends Event>(event: E, args: HereArgs<E>) => string | null;
  /** Lets go of what is tried out. */
  readonly letGo: () => void;
  /** While on, the picture is that of the film before the last edit, at the frame that is shown. */
  readonly showBefore: (on: boolean) => void;
  /** What was done in this window, as steps that the command line can do again. */
  readonly steps: () => readonly Step[];
  readonly undo: () => void;
  readonly redo: () => void;
  readonly seek: (frame: number) => void;
  readonly togglePlay: () => void;
  /** Plays a second to each side of the playhead, again and again. */
  readonly playAround: () => void;
  readonly set: (state: Partial<EditorState>) => void;
  readonly setSettings: (settings: Partial<Settings>) => void;
  /** Sends the picture's worker what is to be seen now. */
  readonly look: () => void;
  readonly select: (selection: Partial<Selection>) => void;
  readonly openNest: (layer: string) => void;
  readonly openComposition: (id: string) => void;
  readonly goOut: (steps?: number) => void;
  readonly say: Say;
  readonly hush: (id: number) => void;
  readonly close: () => void;
} & Omit<Asides, 'setAside'>;

/** Arguments of a command in the composition that is open, unless another is named. */
export type HereArgs<E extends Event> = Omit<Given<E>, 'composition'> & { readonly composition?: string };

/** What this browser kept of an earlier page: changes that wait for the server, and those set aside. */
export type Left = { readonly waiting: readonly { readonly key: number; readonly change: Change }[]; readonly asides: readonly SetAside[] };

/** Panel, rows and trail follow a gesture when the hand rests for so long, and now and then while it does not. In milliseconds. */
const REST = 90;
const NOW_AND_THEN = 450;

export function createEditor(projectId: string, project: Project, revision: number, outbox: Outbox, left: Left, worker: Worker): Editor {
  let confirmed = project;
  let confirmedRevision = revision;
  let pending: readonly Change[] = left.waiting.map(({ change }) => change);
  let pictureRevision = 0;
  const steps = createDoneSteps();
  /** The arguments of a gesture as they were given, and whole. */
  let isReady = false;
  let following: { readonly since: number; readonly timer: ReturnType<typeof setTimeout> } | null = null;
  let nudged: { readonly kind: string; readonly at: number; readonly change: string } | null = null;
  let pulling: { readonly given: object; readonly args: object } | null = null;

  const opened = pending.reduce((now, change) => applyPatches(now, change.patches).project, project);
  const store = createStore<EditorState>(() => ({ ...opening(projectId, opened), projectId, project: opened, asides: left.asides, keeps: outbox.keeps }));
  const get = store.getState;
  const { say, hush } = createMessages(store);

  const picture = createPictureClient(worker, startPictureWorker, {
    onShown: ({ at, composition, frame, layers, tooMuch }) => store.setState({ shown: { at, composition, frame, layers, tooMuch, count: (get().shown?.count ?? 0) + 1 } }),
    onProblems: (problems) => store.setState({ problems }),
    onReady: (composition, frames) => store.setState({ ready: { composition, frames } }),
    onPlayed: (played) => store.setState({ played }),
    onAsked: () => picture.sendProject(get().project, ++pictureRevision),
    onDied(why, again) {
      if (!again) return say(`The picture stopped: ${why}. Reload the page; nothing is lost.`, true);
      if (get().playing) playing.stop();
      // Another worker knows nothing: it gets the document here, and a canvas of its own from the picture.
      picture.sendProject(get().project, ++pictureRevision);
      store.setState({ painter: get().painter + 1, gesture: null, followed: null, shown: null, ready: null });
      say('The picture stopped and was started again.', true);
    },
  });
  picture.sendProject(opened, pictureRevision);
  const playing = createPlaying(store, picture, look);
  const asides = createAsides({ store, outbox, projectId, say, perform, look, steps });

  const keeping: Keeping = createKeeping(projectId, outbox, () => confirmedRevision, {
    onState: (saved) => store.setState({ saved }),
    onApplied(change, at, missed) {
      confirm([...missed, { revision: at, change }]);
      if (missed.length > 0) rebase();
    },
    onBehind: (missed) => { confirm(missed); rebase(); },
    onRefused(change, why, at, missed) {
      pending = pending.filter((one) => one.id !== change.id);
      if (at !== null) confirm(missed);
      store.setState({ history: forget(get().history, change.id) });
      rebase();
      steps.setAside(change.id);
      return asides.setAside({ change, why, at: Date.now() });
    },
  });
  keeping.resume(left.waiting);

  /** Takes in what is on disk, each revision once and in order: it is on its way no more. */
  function confirm(changes: readonly Numbered[]): void {
    pending = pending.filter((one) => changes.every(({ change }) => change.id !== one.id));
    for (const { revision: at, change } of changes) {
      if (at <= confirmedRevision) continue;
      confirmed = applyPatches(confirmed, change.patches).project;
      confirmedRevision = at;
    }
  }

  /** What other windows did since: asked when this one is looked at again. */
  async function catchUp(): Promise<void> {
    const answer = await call(isChangesSince, `/api/projects/${encodeURIComponent(projectId)}/changes?since=${confirmedRevision}&page=${VERSION}`);
    if (answer.kind === 'reload') return store.setState({ saved: { kind: 'reload', waiting: pending.length, message: answer.message } });
    if (answer.kind !== 'answer') return;
    const mine = new Set(pending.map((one) => one.id));
    const news = (answer.value.changes as readonly Numbered[]).filter(({ revision: at, change }) => at > confirmedRevision && !mine.has(change.id));
    // While own changes are on their way, their answers bring what was missed, in order.
    if (news.length === 0 || mine.size > 0) return;
    confirm(news);
    rebase();
    const there = elsewhereIn(get(), news[0]!.change);
    say(news.length === 1 ? `Done in another window: ${news[0]!.change.label}` : `${news.length} changes from another window`, false, there ? { go: { composition: there.id } } : {});
    if (answer.value.more) await catchUp();
  }
  window.addEventListener('focus', catchUp);

  /** What is on disk, with what is on its way laid over it again. */
  function rebase(): void {
    endBefore();
    const before = get().project;
    const next = pending.reduce((now, change) => applyPatches(now, change.patches).project, confirmed);
    store.setState(settled(get(), next));
    // What both have is shared: only where they part is looked at and sent.
    const patches = patchesBetween([], before, next);
    if (patches.length > 0) picture.sendPatches(patches, ++pictureRevision);
    look();
  }

  function look(): void {
    const { way, frame, playing } = get();
    if (!playing) picture.show({ composition: way[way.length - 1]!.composition, frame });
  }


  const { show: showBefore, end: endBefore } = createBeforeEdit(store, (patches) => picture.sendPatches(patches, ++pictureRevision), say);

  function perform(draft: Draft): Change | null {
    endBefore();
    const change = changeFrom(draft, crypto.randomUUID());
    const { project: next, clashes } = applyPatches(get().project, draft.patches);
    if (clashes.length > 0 || next === get().project) return null;
    pending = [...pending, change];
    if (get().gesture || isReady) picture.gesture(null); isReady = false;
    store.setState({ ...settled(get(), next), gesture: null, followed: null });
    picture.sendPatches(draft.patches, ++pictureRevision);
    keeping.send(change);
    return change;
  }

  /** Takes the last change back, without a word. */
  function stepBack(change: Change): ReturnType<typeof takeBack> {
    const taken = takeBack(get().project, change);
    const by = taken.draft.patches.length > 0 ? perform(taken.draft) : null;
    steps.did({ do: 'history.undo', with: {} }, by?.id ?? '');
    store.setState({ history: steppedBack(get().history, by) });
    look();
    return taken;
  }

  function tellStep(how: 'Undone' | 'Done again', draft: Draft, change: Draft, skipped: readonly string[]): void {
    const elsewhere = elsewhereIn(get(), change);
    say(stepWords(how, draft, change, skipped, elsewhere?.name ?? null), false, elsewhere && skipped.length === 0 ? { go: { composition: elsewhere.id } } : {});
  }

  function seek(to: number): void {
    const { duration } = current(get());
    const frame = Math.min(duration - 1, Math.max(0, Math.round(to)));
    if (get().playing) playing.stop(frame);
    if (frame === get().frame) return look();
    store.setState({ frame });
    look();
  }

  function enter(way: EditorState['way'], frame: number): void {
    if (get().playing) playing.stop();
    const composition = member(get().project.compositions.by, way[way.length - 1]!.composition)!;
    store.setState({ way, frame: Math.min(composition.duration - 1, Math.max(0, Math.round(frame))), selection: NOTHING_SELECTED, gesture: null, followed: null, view: { from: 0, pixelsPerFrame: 0 }, picture: { ...get().picture, zoom: null }, search: '', renaming: null, typing: null, bending: null });
    look();
  }

  const forgetful = rememberViews(store);
  store.subscribe((now, before) => {
    // Whatever else is done, selected or opened ends what could still be done otherwise.
    const { revisable } = now;
    if (revisable && revisable === before.revisable && (now.history.done.at(-1)?.id !== revisable.change || now.selection.layers !== before.selection.layers || now.way !== before.way)) store.setState({ revisable: null });
  });

  function worked<E extends Event>(event: E, args: HereArgs<E>, newId: () => string) {
    const given = whole(event, args);
    return { whole: given, ...work(get().project, event, given, newId) };
  }

  /** Arguments with the composition that is meant. */
  function whole<E extends Event>(event: E, args: HereArgs<E>): Given<E> {
    return (commandOf(event)?.about === 'project' ? args : { composition: current(get()).id, ...args }) as unknown as Given<E>;
  }

  function begin(gesture: Pulled): void {
    endBefore();
    // The picture begins first: panel and rows have work of their own to do with it.
    picture.gesture({ event: gesture.event, args: gesture.args }, gesture.move);
    store.setState({ gesture });
  }

  function apply(draft: Draft | Refused | null, joins = false): Change | null {
    const change = draft && !('refused' in draft) ? perform(draft) : null;
    if (change) store.setState({ history: (joins ? joined : record)(get().history, change) });
    else letGo();
    look();
    if (draft && 'refused' in draft) say(draft.refused, true);
    return change;
  }

  /** Panel, rows and trail follow a gesture as there is time. */
  function followLater(): void {
    const now = performance.now();
    if (following) clearTimeout(following.timer);
    const since = following?.since ?? now;
    following = {
      since,
      timer: setTimeout(() => {
        following = null;
        if (get().followed !== get().gesture) store.setState({ followed: get().gesture });
      }, Math.max(0, Math.min(REST, since + NOW_AND_THEN - now))),
    };
  }

  function letGo(): void {
    if (get().gesture === null && !isReady) return;
    isReady = false;
    store.setState({ gesture: null, followed: null }); picture.gesture(null);
  }

  /** Does what was offered about a change; what comes in its place does so only while nothing was done since. */
  function takeOffer({ do: event, with: args, instead }: NonNullable<Made['offer']>, about: Change): void {
    if (instead) {
      if (get().history.done.at(-1)?.id !== about.id) return say('Something else was done since: undo that first.');
      stepBack(about);
    }
    doIt(event as Event, args as never, freshId);
  }

  function doIt<E extends Event>(event: E, args: HereArgs<E>, newId: () => string, joins = false): Made | null {
    const { whole, draft, ids } = worked(event, args, newId);
    const change = apply(draft, joins);
    if (!change) return null;
    steps.did({ do: event, with: ids.length > 0 ? { ...whole, ids } : whole, ...(joins ? { joins } : {}) }, change.id);
    const made = draft as Made;
    const { offer } = made;
    if (made.told !== undefined) say(made.told, false, offer ? { act: { words: offer.words, run: () => takeOffer(offer, change) } } : {});
    return made;
  }

  const editor: Editor = {
    store, picture, seek, showBefore, say,
    hush,
    do: (event, args, newId = freshId) => doIt(event, args, newId),
    nudge(kind, event, args) {
      const now = performance.now();
      const joins = nudged !== null && nudged.kind === kind && now - nudged.at < 1000 && get().history.done.at(-1)?.id === nudged.change;
      const made = doIt(event, args, freshId, joins);
      if (made) nudged = { kind, at: now, change: get().history.done.at(-1)!.id };
      return made;
    },
    revise(args) {
      const { revisable, history } = get();
      const change = history.done.at(-1);
      if (!revisable || change?.id !== revisable.change) return null;
      store.setState({ revisable: null });
      stepBack(change);
      const event = revisable.event as 'layers.nest';
      const again = (wanted: object) => {
        let n = 0;
        const made = doIt(event, { ...wanted, ids: [] } as never, () => revisable.ids[n++] ?? freshId());
        const latest = get().history.done.at(-1);
        if (made && latest) store.setState({ revisable: { ...revisable, change: latest.id, args: wanted }, ...(made.made ? { selection: chosenBy(made.made, get().selection) } : {}) });
        return made;
      };
      const made = again({ ...revisable.args, ...args });
      // What was refused leaves what stood.
      if (!made) again(revisable.args);
      return made;
    },
    apply: (draft, step) => { const change = apply(draft); if (change && step) steps.did(step, change.id); return change !== null; },
    tryOut(event, args) {
      begin({ event, args: whole(event, args), move: {} });
      // What is typed or chosen in the panel is seen there at once.
      store.setState({ followed: get().gesture });
    },
    ready(event, args) {
      pulling = { given: args, args: whole(event, args) };
      picture.gesture({ event, args: pulling.args });
      isReady = true;
    },
    pull(event, args, move) {
      if (pulling?.given !== args || (!get().gesture && !isReady)) {
        pulling = { given: args, args: whole(event, args) };
        begin({ event, args: pulling.args, move });
        followLater();
      } else {
        store.setState({ gesture: { event, args: pulling.args, move } });
        picture.pull(move);
        followLater();
      }
    },
    foretell(event, args) {
      const { draft } = worked(event, args, () => 'new');
      return draft && !('refused' in draft) ? draft.label : null;
    },
    letGo,
    steps: steps.list,
    undo() {
      const change = get().history.done.at(-1);
      if (!change) return say('There is nothing to undo.');
      const { draft, skipped } = stepBack(change);
      tellStep('Undone', draft, change, skipped);
    },
    redo() {
      const step = get().history.undone.at(-1);
      if (!step) return say('There is nothing to do again.');
      const { draft, skipped } = step.by ? takeBack(get().project, { ...step.by, label: step.change.label }, 'Redo') : { draft: step.change, skipped: [] };
      const again = step.by && draft.patches.length > 0 ? perform(draft) : null;
      steps.did({ do: 'history.redo', with: {} }, again?.id ?? '');
      // What is done again is known by what it was.
      store.setState({ history: steppedForward(get().history, again && { ...again, label: step.change.label }) });
      look();
      if (!again) return say(`“${step.change.label}” does not fit any more and was left out.`, true);
      tellStep('Done again', draft, step.change, skipped);
    },
    togglePlay: () => (get().playing ? playing.stop() : playing.play()),
    playAround: playing.playAround,
    select(selection) {
      store.setState({ selection: { ...get().selection, ...selection } });
    },
    set: (state) => store.setState(state),
    setSettings(settings) {
      const next = { ...get().settings, ...settings };
      writeSettings(next);
      store.setState({ settings: next });
    },
    look,
    openNest(layerId) {
      const { project: now, way, frame } = get();
      const host = current(get());
      const layer = member(host.layers.by, layerId);
      if (layer?.kind !== 'nest' || !member(now.compositions.by, layer.source)) return;
      const at = sourceTimeAt(now, host, layer, frame, true) ?? 0;
      enter([...way, { composition: layer.source, via: { layer: layerId, frame } }], Math.floor(at + (sourceOf(now, host, layer)?.offset ?? 0)));
    },
    openComposition(id) {
      if (member(get().project.compositions.by, id)) enter([{ composition: id, via: null }], 0);
    },
    goOut(steps = 1) {
      const { way } = get();
      if (way.length < 2) return;
      let frame = get().frame;
      for (let i = 0; i < steps && way.length - i > 1; i++) frame = frameOutside(get().project, way[way.length - 2 - i]!.composition, way[way.length - 1 - i]!.via!, frame);
      const outer = way.slice(0, Math.max(1, way.length - steps));
      const nest = way[outer.length]!.via!.layer;
      enter(outer, frame);
      store.setState({ selection: { ...NOTHING_SELECTED, layers: [nest] } });
    },
    ...asides,
    close() {
      window.removeEventListener('focus', catchUp);
      forgetful();
      keeping.close();
      picture.close();
    },
  };
  return editor;
}
