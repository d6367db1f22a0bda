import { member, type Project } from '../../../core/model';
import { trackAt } from '../../../core/scene';

/** A track of a bake's report in words: the layers on the way to it and its label, with its unit. */
export function trackWords(project: Project, compositionId: string, track: string): { readonly words: string; readonly unit: string } {
  const parts = track.split('/');
  let host = member(project.compositions.by, compositionId);
  const names: string[] = [];
  for (const [i, id] of parts.entries()) {
    const layer = host && member(host.layers.by, id);
    if (!layer) break;
    names.push(layer.name);
    const rest = parts.slice(i + 1).join('/');
    const found = rest === 'shown' ? null : trackAt(project, layer, rest);
    if (rest === 'shown' || found) return { words: [...names, found ? found.spec.label : 'shown or not'].join(', '), unit: found?.spec.unit ?? '' };
    host = layer.kind === 'nest' ? member(project.compositions.by, layer.source) : undefined;
  }
  return { words: track, unit: '' };
}
