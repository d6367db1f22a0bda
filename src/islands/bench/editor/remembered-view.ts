import type { StoreApi } from 'zustand/vanilla';
import { member, type Project } from '../../../core/model';
import { NOTHING_SELECTED, type EditorState, type WayStep } from './state';

/** How a project was looked at, kept by this browser: it belongs to no document. */
type View = Pick<EditorState, 'way' | 'frame' | 'selection' | 'view' | 'picture'> & { readonly unfolded: readonly string[]; readonly lanes: readonly string[] };

const nameOf = (projectId: string) => `oak-view ${projectId}`;
const isRecord = (value: unknown): value is Record<string, unknown> => value !== null && typeof value === 'object' && !Array.isArray(value);
const isNumber = (value: unknown): value is number => typeof value === 'number' && Number.isFinite(value);
const words = (value: unknown): readonly string[] => (Array.isArray(value) ? value.filter((one): one is string => typeof one === 'string') : []);

/** Keeps how a project is looked at, for the next time that it is opened here. */
function rememberView({ projectId, way, frame, selection, view, picture, unfolded, lanes }: EditorState): void {
  const kept: View = { way, frame, selection: { ...NOTHING_SELECTED, layers: selection.layers }, view, picture, unfolded: [...unfolded], lanes: [...lanes] };
  try {
    localStorage.setItem(nameOf(projectId), JSON.stringify(kept));
  } catch {
    // A browser that keeps nothing still works; it only forgets.
  }
}

/** What makes up how a project is looked at. */
const VIEWED = ['way', 'frame', 'selection', 'view', 'picture', 'unfolded', 'lanes', 'playing'] as const;

/** Keeps how a project is looked at as that changes, and when the page goes; answers how to end it. */
export function rememberViews(store: StoreApi<EditorState>): () => void {
  let timer: ReturnType<typeof setTimeout> | null = null;
  const now = () => {
    if (timer) clearTimeout(timer);
    timer = null;
    rememberView(store.getState());
  };
  const end = store.subscribe((state, before) => {
    if (!state.playing && VIEWED.some((name) => state[name] !== before[name])) timer ??= setTimeout(now, 400);
  });
  window.addEventListener('pagehide', now);
  return () => {
    window.removeEventListener('pagehide', now);
    end();
    if (timer) now();
  };
}

/** How a project was last looked at here, as far as that is still there; nothing where it is not known. */
export function rememberedView(projectId: string, project: Project): Partial<EditorState> {
  let raw: unknown;
  try {
    raw = JSON.parse(localStorage.getItem(nameOf(projectId)) ?? 'null');
  } catch {
    return {};
  }
  if (!isRecord(raw) || !Array.isArray(raw['way'])) return {};
  const way = wayThrough(project, raw['way']);
  const open = way && member(project.compositions.by, way[way.length - 1]!.composition);
  if (!way || !open) return {};
  const { frame, selection, view, picture } = raw;
  const layers = isRecord(selection) ? words(selection['layers']).filter((id) => member(open.layers.by, id)) : [];
  return {
    way, frame: isNumber(frame) ? Math.min(open.duration - 1, Math.max(0, Math.round(frame))) : 0, selection: { ...NOTHING_SELECTED, layers },
    unfolded: new Set(words(raw['unfolded'])), lanes: new Set(words(raw['lanes'])),
    ...(isRecord(view) && isNumber(view['from']) && isNumber(view['pixelsPerFrame']) && view['pixelsPerFrame'] >= 0 ? { view: { from: view['from'], pixelsPerFrame: view['pixelsPerFrame'] } } : {}),
    ...(isRecord(picture) && (picture['zoom'] === null || isNumber(picture['zoom'])) && Array.isArray(picture['centre']) && picture['centre'].length === 2 && picture['centre'].every(isNumber) ? { picture: { zoom: picture['zoom'], centre: [picture['centre'][0] as number, picture['centre'][1] as number] as const, pixels: picture['pixels'] === true } } : {}),
  };
}

/** A way as it was gone, if each step still leads from one composition into the next; else null. */
function wayThrough(project: Project, raw: readonly unknown[]): readonly WayStep[] | null {
  const way: WayStep[] = [];
  for (const [i, step] of raw.entries()) {
    if (!isRecord(step) || typeof step['composition'] !== 'string' || !member(project.compositions.by, step['composition'])) return null;
    const { via } = step;
    if (i === 0) {
      way.push({ composition: step['composition'], via: null });
      continue;
    }
    const layer = isRecord(via) && typeof via['layer'] === 'string' ? member(member(project.compositions.by, way[i - 1]!.composition)!.layers.by, via['layer']) : undefined;
    if (layer?.kind !== 'nest' || layer.source !== step['composition'] || !isNumber((via as Record<string, unknown>)['frame'])) return null;
    way.push({ composition: step['composition'], via: { layer: layer.id, frame: (via as { frame: number }).frame } });
  }
  return way.length > 0 ? way : null;
}
