import { inOrder, type Composition, type Layer, type Project } from '../model';

/** What a layer carries that the document keeps and no picture shows yet, in words. */
export function keptOfLayer(layer: Layer): readonly string[] {
  const things: readonly (readonly [boolean, string])[] = [
    [inOrder(layer.masks).some((mask) => mask.painted !== undefined), 'painted masks'],
    [layer.kind === 'text' && layer.letters !== null, 'letters'],
    [layer.turnAlong || layer.turnBy !== 0, 'turning along its path'],
    [layer.joint !== null, 'a joint'],
    [layer.kind === 'nest' && layer.travel !== null, 'travelling by contacts'],
  ];
  return things.filter(([there]) => there).map(([, words]) => words);
}

/** What a project carries beside its compositions that is kept and not used yet, in words. */
export function keptOfProject(project: Project): readonly string[] {
  const others = inOrder(project.presets).filter((preset) => preset.of === 'recipe').length;
  const things: readonly (readonly [boolean, string])[] = [
    [others > 0, others === 1 ? 'one preset' : `${others} presets`],
  ];
  return things.filter(([there]) => there).map(([, words]) => words);
}

/** What a composition carries that is kept and not used yet, in words. */
export function keptOfComposition(composition: Composition): readonly string[] {
  const things: readonly (readonly [boolean, string])[] = [
    [composition.contacts.order.length > 0, 'contacts'],
    [composition.tries.order.length > 0, 'tries'],
    [composition.version !== null, 'what it is a version of'],
  ];
  return things.filter(([there]) => there).map(([, words]) => words);
}
