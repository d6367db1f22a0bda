import { compositionOf } from '../scene';
import { hasContentTime, inOrder, member, type Composition, type Layer, type OperatorEntry, type Project } from '../model';
import { momentsIn, withoutMoments } from '../timing';
import { defineCheck, type Finding } from './problem';

export const momentMissing = defineCheck({
  code: 'moment-missing',
  about: 'A time that follows a marker which is gone.',
  find: (project, composition) => [...inRigid(composition), ...inOrder(composition.layers).flatMap((layer) => inOrder(layer.timing).flatMap((node) => inOperator(project, composition, layer, node)))],
});

function inRigid(composition: Composition): readonly Finding[] {
  const gone = momentsIn(composition.rigid).filter(({ marker }) => !member(composition.markers, marker));
  if (gone.length === 0) return [];
  return [{
    where: { composition: composition.id, frame: gone[0]!.was },
    message: `A rigid span of “${composition.name}” follows a marker that is gone: it stays at frame ${gone[0]!.was}, where that was.`,
    fix: 'Leave it at that frame, or tie it to another marker.',
    mend: { do: 'composition.set', with: { composition: composition.id, fields: { rigid: withoutMoments(composition.rigid, (moment) => (member(composition.markers, moment.marker) ? (moment as never) : moment.was)) } } },
  }];
}

function inOperator(project: Project, composition: Composition, layer: Layer, node: OperatorEntry): readonly Finding[] {
  if (node.off) return [];
  const moments = momentsIn(node);
  if (moments.length === 0) return [];
  const onKeys = (node.on ?? (hasContentTime(layer.kind) ? 'content' : 'keys')) === 'keys' || !hasContentTime(layer.kind);
  const markers = onKeys ? layer.markers : ((layer.kind === 'nest' ? compositionOf(project, layer.source) : null)?.markers ?? {});
  const gone = moments.filter(({ marker }) => !member(markers, marker));
  if (gone.length === 0) return [];
  const fields = Object.fromEntries(Object.entries(node).flatMap(([name, value]: [string, unknown]) => {
    const next = withoutMoments(value, (moment) => (member(markers, moment.marker) ? (moment as never) : moment.was));
    return next === value ? [] : [[name, next]];
  }));
  return [{
    where: { composition: composition.id, layer: layer.id, frame: layer.start },
    message: `The ${node.op} of “${layer.name}” follows ${gone.length === 1 ? 'a marker that is' : `${gone.length} markers that are`} gone: it stays at frame ${gone[0]!.was}, where ${gone.length === 1 ? 'that' : 'the first'} was.`,
    fix: 'Leave it at that frame, or tie it to another marker.',
    ...(layer.locked ? {} : { mend: { do: 'timing.set', with: { composition: composition.id, layer: layer.id, operator: node.id, fields } } }),
  }];
}
