import { EMPTY_HISTORY } from '../../../core/commands';
import { inOrder, member, type Layer, type Project } from '../../../core/model';
import { rememberedView } from './remembered-view';
import { readSettings } from './settings';
import { foldKey, NOTHING_SELECTED, type EditorState } from './state';

/**
 * How a project is met: as it was last looked at here; for the first time its film, at the frame of its still, with the first
 * looped nest selected and unfolded, for it shows at once what this program is about.
 */
export function opening(projectId: string, project: Project): Omit<EditorState, 'projectId' | 'project' | 'asides' | 'keeps'> {
  const main = member(project.compositions.by, project.main) ?? inOrder(project.compositions)[0];
  const looped = main && inOrder(main.layers).find((layer: Layer) => layer.kind === 'nest' && inOrder(layer.timing).some((node) => node.op === 'loop'));
  return {
    gesture: null,
    followed: null,
    painter: 1,
    history: EMPTY_HISTORY,
    saved: { kind: 'saved' },
    way: [{ composition: main?.id ?? '', via: null }],
    frame: project.still && project.still[0] === main?.id ? Math.min(main.duration - 1, Math.max(0, Math.round(project.still[1]))) : 0,
    playing: false,
    keying: false,
    selection: looped ? { ...NOTHING_SELECTED, layers: [looped.id] } : NOTHING_SELECTED,
    view: { from: 0, pixelsPerFrame: 0 },
    picture: { zoom: null, centre: [0, 0], pixels: false },
    rooms: { picture: [0, 0], tracks: 0 },
    overlays: { thirds: false, safe: false, path: true },
    tool: { kind: 'choose' },
    settings: readSettings(),
    order: 'list',
    search: '',
    filter: 'all',
    dialog: null,
    menu: null,
    pointed: null,
    happens: null,
    renaming: null,
    typedName: '',
    typing: null,
    work: null,
    bending: null,
    groupPivot: null,
    bringing: null,
    missing: new Set(),
    unfolded: new Set(looped && main ? [foldKey(main.id, looped.id)] : []),
    lanes: new Set(looped && main ? [foldKey(main.id, looped.id)] : []),
    laneAlone: null,
    message: null,
    messages: [], said: [],
    revisable: null,
    asking: null, beforeEdit: null, drawing: null, driving: null, fieldMeant: null,
    problems: [],
    stands: false,
    shown: null,
    ready: null,
    played: null,
    ...rememberedView(projectId, project),
  };
}
