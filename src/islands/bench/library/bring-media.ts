import { lastingAs } from '../../../core/commands';
import { newImage, newNest, sayFault, type Asset, type Composition, type Layer } from '../../../core/model';
import { isKeptMedia } from '../../../wire/answers';
import { pictureReader, type ReadyPicture } from '../../../workers/media/client';
import { readSvgText } from '../../../workers/reading/client';
import { call } from '../../call';
import { openAsk } from '../editor/asks';
import { current, type Editor } from '../editor/editor';
import { freshId } from '../editor/fresh-id';
import { chooseFiles } from './choose-files';
import { bringSequence, isSequence } from './picture-sequence';
import { nameOf, placed } from './placed';

const PICTURES = '.png,.jpg,.jpeg,.webp,.svg,image/png,image/jpeg,image/webp,image/svg+xml';

export function chooseMedia(editor: Editor): void {
  chooseFiles(PICTURES, true, (files) => void bringMedia(editor, files, { layers: true }));
}

type Brought =
  | { readonly kind: 'picture'; readonly asset: Asset; readonly clear: boolean; readonly note: string | null }
  | { readonly kind: 'drawing'; readonly composition: Composition };

/** Brings files into the project and, as layers at their own size, into the open composition. One step of undo for all of them; what cannot be read is named. */
export async function bringMedia(editor: Editor, files: readonly File[], { layers }: { readonly layers: boolean }): Promise<void> {
  if (files.length === 0) return;
  const reader = pictureReader();
  const brought: Brought[] = [];
  const trouble: string[] = [];
  editor.set({ bringing: { done: 0, of: files.length } });
  for (const [i, file] of files.entries()) {
    try {
      brought.push(await bring(file, reader.read));
    } catch (error) {
      trouble.push(`${file.name}: ${sayFault(error)}.`);
    }
    editor.set({ bringing: { done: i + 1, of: files.length } });
  }
  reader.close();
  editor.set({ bringing: null });
  const state = editor.store.getState();
  const host = current(state);
  const [made, drawings, assets]: [Layer[], Composition[], Asset[]] = [[], [], []];
  const spans = [[0, host.duration]] as const;
  for (const one of brought) {
    if (one.kind === 'drawing') drawings.push(lastingAs(one.composition, host));
    else assets.push(one.asset);
    const { width, height, name } = one.kind === 'picture' ? one.asset as { width: number; height: number; name: string } : one.composition;
    const place = placed(width, height, host);
    made.push(one.kind === 'picture' ? newImage(freshId(), nameOf(name), spans, one.asset.id, place) : newNest(freshId(), name, spans, one.composition.id, place));
  }
  const only = brought.length === 1 ? files.find((file) => !trouble.some((one) => one.startsWith(file.name)))?.name : undefined;
  const above = host.layers.order.find((id) => state.selection.layers.includes(id)) ?? null;
  const pictures = brought.filter((one) => one.kind === 'picture').map((one) => one.asset);
  if (layers && trouble.length === 0 && pictures.length === brought.length && isSequence(pictures.map((asset) => asset.name))) return bringSequence(editor, pictures, above);
  const done = brought.length > 0 && editor.do('media.add', { composition: host.id, assets, compositions: drawings, layers: layers ? made : [], above, ...(only === undefined ? {} : { name: only }) });
  if (done && layers) editor.select({ layers: made.map((layer) => layer.id), keys: [], markers: [], operator: null });
  if (done && layers && made.length > 1) editor.say(`${made.length} layers came in, one over another.`, false, { act: { words: 'One after another …', run: () => openAsk(editor, 'layers.sequence') } });
  const notes = brought.flatMap((one) => (one.kind === 'picture' ? [one.note, one.clear ? null : `${one.asset.name} has no transparency: it covers all that lies under it.`] : []).filter((note) => note !== null));
  if (trouble.length > 0) editor.say(trouble.join(' '), true);
  else if (notes.length > 0) editor.say(notes.slice(0, 3).join(' '));
}

async function bring(file: File, read: (file: Blob) => Promise<ReadyPicture>): Promise<Brought> {
  if (file.size === 0) throw new Error('it is empty; export it again from where it comes');
  const isSvg = file.type === 'image/svg+xml' || /\.svg$/i.test(file.name);
  // Some systems know no type for a file; then its ending tells, and its bytes decide.
  if (!isSvg && !(file.type === '' ? /\.(png|jpe?g|webp)$/i.test(file.name) : ['image/png', 'image/jpeg', 'image/webp'].includes(file.type))) throw new Error('only PNG, JPEG, WebP and SVG can be brought in');
  if (file.size > 60_000_000) throw new Error('it is larger than 60 MB');
  if (!isSvg) return keep(await read(file), file.name, null);
  const text = await file.text();
  const reading = await readSvgText(text, nameOf(file.name), freshId(), freshId());
  if (reading.kind === 'unreadable') throw new Error(reading.message.replace(/\.$/, ''));
  if (reading.kind === 'shapes') return { kind: 'drawing', composition: reading.composition };
  const painted = await paintSvg(text, reading.width, reading.height);
  return keep(await read(painted), file.name, `${file.name} uses ${reading.because}, so it came in as a picture, painted once at twice its size.`);
}

/** Paints an SVG once, at twice its size (or as near as fits). */
async function paintSvg(text: string, width: number, height: number): Promise<Blob> {
  const address = URL.createObjectURL(new Blob([text], { type: 'image/svg+xml' }));
  try {
    const image = new Image();
    image.src = address;
    await image.decode().catch(() => { throw new Error('this browser cannot paint it'); });
    const scale = Math.min(2, 4096 / Math.max(width, height));
    const canvas = new OffscreenCanvas(Math.max(1, Math.round(width * scale)), Math.max(1, Math.round(height * scale)));
    canvas.getContext('2d')!.drawImage(image, 0, 0, canvas.width, canvas.height);
    return await canvas.convertToBlob({ type: 'image/png' });
  } finally {
    URL.revokeObjectURL(address);
  }
}

async function keep(ready: ReadyPicture, name: string, note: string | null): Promise<Brought> {
  const answer = await call(isKeptMedia, '/api/media', { method: 'POST', body: ready.bytes }, [201]);
  if (answer.kind === 'unreachable') throw new Error('the server does not answer; bring it in again when it is back');
  if (answer.kind !== 'answer') throw new Error(answer.message.replace(/\.$/, ''));
  const { hash, mime, bytes } = answer.value;
  const asset = { id: freshId(), name, type: 'image', hash, mime, bytes, width: ready.width, height: ready.height, original: ready.original } as unknown as Asset;
  const sized = ready.original ? `${name} was ${ready.original.join(' × ')} px and was sized down to ${ready.width} × ${ready.height}.` : null;
  return { kind: 'picture', asset, clear: ready.clear, note: [note, sized].filter((one) => one !== null).join(' ') || null };
}

/** Another file in place of an asset's: every layer that shows it follows. For a missing one, its own file found again is told from another. */
export function replaceMedia(editor: Editor, asset: Asset): void {
  chooseFiles(PICTURES.replace(/\.svg,|,image\/svg\+xml/g, ''), false, ([file]) => void swapMedia(editor, asset, file));
}

/** The same with a file that is at hand. */
export async function swapMedia(editor: Editor, asset: Asset, file: File | undefined): Promise<void> {
  if (!file) return;
  const reader = pictureReader();
  try {
    const one = await keep(await reader.read(file), asset.name, null);
    if (one.kind !== 'picture') return;
    const { hash, mime, bytes, width, height, original } = one.asset as unknown as Record<string, unknown>;
    if (hash === asset.hash) {
      editor.set({ missing: new Set([...editor.store.getState().missing].filter((id) => id !== asset.id)) });
      editor.picture.reload();
      editor.look();
      return editor.say(`${asset.name} has been found again.`);
    }
    editor.do('assets.set', { asset: asset.id, fields: { hash, mime, bytes, width, height, original, name: file.name } });
  } catch (error) {
    editor.say(`${file.name}: ${sayFault(error)}.`, true);
  } finally {
    reader.close();
  }
}
