import { inOrder } from './lists';
import type { LayerOf, Project } from './project';

/** Every text of a project, wherever it stands: what fonts must be loaded for. */
export function textLayers(project: Project): readonly LayerOf<'text'>[] {
  return inOrder(project.compositions).flatMap((composition) => inOrder(composition.layers).flatMap((layer) => (layer.kind === 'text' ? [layer] : [])));
}
