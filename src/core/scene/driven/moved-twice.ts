import { readsName } from '../../formulas';
import type { Composition, Layer, Project } from '../../model';
import { timingOf } from '../ask';
import { hasKeys, type Track } from '../tracks';

/** That keys and a formula move the same thing: in a few words for its lane, and in a sentence. */
export type MovedTwice = { readonly words: string; readonly sentence: string };

/** Whether keys of time and a formula of time both say what a layer shows when; null where they do not. */
export function timeMovedTwice(project: Project, composition: Composition, layer: Layer): MovedTwice | null {
  const ops = timingOf(project, composition, layer).stack.steps.map(({ node }) => node.op);
  const [keyed, driven] = [ops.indexOf('remap'), ops.indexOf('formula')];
  if (keyed < 0 || driven < 0) return null;
  const sentence = keyed < driven ? 'Keys of time move it, and a formula bends what they give' : 'A formula moves it, and keys of time bend what it gives';
  return { words: 'keys and a formula', sentence: `${sentence}: the trail tells what each makes of it.` };
}

/** Whether a track with keys is moved by a formula too: by its own, or by one that bends the time of its keys; null where it is not. */
export function trackMovedTwice(project: Project, composition: Composition, layer: Layer, { address, channel, spec }: Track): MovedTwice | null {
  if (!channel || !hasKeys(channel)) return null;
  if (channel.formula !== null && !channel.formulaOff) {
    return readsName(channel.formula, 'keyed')
      ? { words: 'keys, and a formula', sentence: 'Keys move it, and its formula goes on from what they give: the trail tells both.' }
      : { words: 'its keys are not seen', sentence: 'Its formula alone moves it: where “keyed” stands in it, its keys count too.' };
  }
  if (spec.clock === 'layer' && timingOf(project, composition, layer).stack.keySteps.some(({ node, tracks }) => node.op === 'formula' && (tracks === null || tracks.includes(address)))) return { words: 'keys, and a formula of time', sentence: 'A formula in its timing moves the time that its keys are met at.' };
  return null;
}
