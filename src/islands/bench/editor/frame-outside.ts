import { sourceOf, timingOf } from '../../../core/scene';
import { member, type Project } from '../../../core/model';
import { preimages } from '../../../core/timing';
import type { EditorState } from './state';

/** The host frame that shows an inner frame: in the play that was entered if it has it, else the nearest one. */
export function frameOutside(project: Project, hostId: string, via: { readonly layer: string; readonly frame: number }, inner: number): number {
  const host = member(project.compositions.by, hostId);
  const layer = host && member(host.layers.by, via.layer);
  if (!host || !layer) return via.frame;
  const offset = sourceOf(project, host, layer)?.offset ?? 0;
  const { found } = preimages(timingOf(project, host, layer).stack.content, inner - offset, 0, host.duration);
  const distance = (showing: { readonly from: number; readonly to: number }) => (via.frame >= showing.from && via.frame < showing.to ? 0 : Math.abs(showing.from - via.frame));
  const best = [...found].sort((a, b) => distance(a) - distance(b))[0];
  if (!best) return via.frame;
  return via.frame >= best.from && via.frame < best.to ? via.frame : Math.ceil(best.from - 1e-6);
}

/** For each step of the way in but the last, from the outside: the composition, the nest that was entered there, and its frame that shows the playhead's. */
export function framesOutside({ project, way, frame }: Pick<EditorState, 'project' | 'way' | 'frame'>): readonly { readonly composition: string; readonly layer: string; readonly frame: number }[] {
  const found: { readonly composition: string; readonly layer: string; readonly frame: number }[] = [];
  let at = frame;
  for (let i = way.length - 1; i > 0; i--) {
    const { via } = way[i]!;
    const { composition } = way[i - 1]!;
    if (!via) break;
    at = frameOutside(project, composition, via, at);
    found.unshift({ composition, layer: via.layer, frame: at });
  }
  return found;
}
