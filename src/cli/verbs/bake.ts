import { bakeReport, proofSteps } from '../../core/bake';
import { applyPatches, bakeLayersSteps, idsFromDocument, validateTouched } from '../../core/commands';
import { comparePictures } from '../compare-pictures';
import { mediaOver } from '../media';
import { openFile, pickComposition, pickLayer } from '../open-project';
import { needed, readOptions } from '../options';
import { Refusal, WrongUsage } from '../refusal';
import { saveProject } from '../save-project';
import type { Verb } from '../verb';

const usage = 'bake FILE --comp C --layer L[,L…] [--on content|keys|both] [--deep] [--whole] [--tolerance N] [--pictures] --out FILE2';

export const bake: Verb = {
  name: 'bake',
  usage,
  about: 'the timing of layers written into keys, with proof',
  async run(args) {
    const [text, flag] = [{ type: 'string' }, { type: 'boolean' }] as const;
    const { values: given, positionals } = readOptions(args, { comp: text, layer: text, on: text, deep: flag, whole: flag, tolerance: text, pictures: flag, out: text }, 1, usage);
    const out = needed(given.out, 'out', usage);
    const on = given.on ?? 'content';
    if (on !== 'content' && on !== 'keys' && on !== 'both') throw new WrongUsage(`--on is content, keys or both, not “${on}”.\nUsage: ${usage}`);
    const tolerance = given.tolerance === undefined ? 0.01 : Number(given.tolerance);
    if (!(tolerance > 0 && Number.isFinite(tolerance))) throw new WrongUsage(`--tolerance is a number over 0, not “${given.tolerance}”.\nUsage: ${usage}`);
    const { project, media: under, zip } = await openFile(positionals[0]!);
    const composition = pickComposition(project, needed(given.comp, 'comp', usage));
    const layers = [...new Set(needed(given.layer, 'layer', usage).split(',').map((one) => pickLayer(composition, one.trim()).id))];
    const draft = finished(bakeLayersSteps(project, composition.id, layers, { on, deep: given.deep ?? false, whole: given.whole ?? false, tolerance }, idsFromDocument(project)));
    if (draft === null) throw new Refusal('There is nothing to bake.');
    if ('refused' in draft) throw new Refusal(draft.refused);
    const after = applyPatches(project, draft.patches).project;
    const wrong = validateTouched(after, draft.patches);
    if (wrong.length > 0) throw new Refusal(wrong.join(' '));
    const proof = finished(proofSteps(project, after, composition.id, draft.baked.tracks));
    const media = mediaOver(under);
    const pictures = given.pictures ? await comparePictures(project, after, composition.id, media) : null;
    await saveProject(after, media, out, { place: positionals[0]!, zip });
    return bakeReport(draft.baked, proof, pictures);
  },
};

function finished<T>(steps: Generator<unknown, T>): T {
  let step = steps.next();
  while (!step.done) step = steps.next();
  return step.value;
}
