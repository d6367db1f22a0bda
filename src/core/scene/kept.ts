import { inOrder, type Composition, type Layer, type Project } from '../model';
import { isPassedOver, type OperatorNode } from '../timing';
import { ownTracks } from './tracks';

/** Operators of a layer that are kept and do not play yet. */
export function keptOperators(layer: Layer): readonly string[] {
  return inOrder(layer.timing).filter((node) => !node.off && isPassedOver(node as unknown as OperatorNode)).map((node) => node.op);
}

/** What a layer carries that the document keeps and no picture shows yet, in words. */
export function keptOfLayer(layer: Layer): readonly string[] {
  const channels = ownTracks(layer).flatMap(({ channel }) => (channel === null ? [] : [channel]));
  const things: readonly (readonly [boolean, string])[] = [
    [keptOperators(layer).length > 0, `timing: ${keptOperators(layer).join(', ')}`],
    [channels.some(({ formula }) => formula !== null), 'formulas'],
    [inOrder(layer.masks).some((mask) => mask.painted !== undefined), 'painted masks'],
    [layer.kind === 'text' && layer.letters !== null, 'letters'],
    [layer.turnAlong || layer.turnBy !== 0, 'turning along its path'],
    [layer.joint !== null, 'a joint'],
    [layer.pose !== null, 'the tracks of its pose'],
    [layer.mirrorAt !== null, 'a mirror line'],
    [layer.partner !== null, 'a partner'],
    [layer.kind === 'nest' && Object.keys(layer.dials).length > 0, 'dials of its source'],
    [layer.kind === 'nest' && layer.travel !== null, 'travelling by contacts'],
    [channels.some(({ limits }) => limits !== null), 'limits'],
    [channels.some(({ keys }) => Object.values(keys).some((key) => typeof key.pace === 'number')), 'the pace of keys'],
  ];
  return things.filter(([there]) => there).map(([, words]) => words);
}

const NEW_KEYS: Readonly<Record<Project['newKeys'], string>> = { straight: 'straight', smooth: 'smooth', hold: 'that hold', drawn: 'as drawn' };

/** What a project carries beside its compositions that is kept and not used yet, in words. */
export function keptOfProject(project: Project): readonly string[] {
  const { presets, newKeys } = project;
  const things: readonly (readonly [boolean, string])[] = [
    [presets.order.length > 0, presets.order.length === 1 ? 'one preset' : `${presets.order.length} presets`],
    [newKeys !== 'straight', `new keys ${NEW_KEYS[newKeys]}`],
  ];
  return things.filter(([there]) => there).map(([, words]) => words);
}

/** What a composition carries that is kept and not used yet, in words. */
export function keptOfComposition(composition: Composition): readonly string[] {
  const things: readonly (readonly [boolean, string])[] = [
    [composition.rigid.length > 0, 'rigid spans'],
    [composition.settled.order.length > 0, 'settled pictures'],
    [composition.staggers.order.length > 0, 'staggers'],
    [composition.contacts.order.length > 0, 'contacts'],
    [composition.tries.order.length > 0, 'tries'],
    [composition.version !== null, 'what it is a version of'],
  ];
  return things.filter(([there]) => there).map(([, words]) => words);
}
