import { Plus, TriangleAlert } from 'lucide-react';
import { useState, type RefObject } from 'react';
import { usesOf } from '../../../core/commands';
import { inOrder, mediaFileName, newImage, type Asset } from '../../../core/model';
import { IconButton, InPlace, Menu } from '../../../ui';
import { current } from '../editor/editor';
import { useEditor, useEditorState } from '../editor/editor-context';
import { freshId } from '../editor/fresh-id';
import { chooseMedia, replaceMedia, swapMedia } from './bring-media';
import { nameOf, placed } from './placed';
import { LongList, type RowPlace } from './long-list';
import { SectionHead } from './section-head';

/** Pictures of the project: what they look like, where they are used, and what is missing. */
export function MediaList({ scroller }: { readonly scroller: RefObject<HTMLElement | null> }) {
  const editor = useEditor();
  const project = useEditorState((state) => state.project);
  const missing = useEditorState((state) => state.missing);
  const bringing = useEditorState((state) => state.bringing);
  const assets = inOrder(project.assets);
  return (
    <section aria-label="Media">
      <SectionHead title="Media"><IconButton className="h-5" label="Bring in media" hint="Ctrl+O" onClick={() => chooseMedia(editor)}><Plus size={14} /></IconButton></SectionHead>
      {bringing && <p role="status" className="px-2 py-1 text-muted">Reading {bringing.done + 1 > bringing.of ? bringing.of : bringing.done + 1} of {bringing.of} …</p>}
      {assets.length === 0 && !bringing && <p className="px-2 text-muted">Drop pictures or drawings anywhere on the Bench.</p>}
      <LongList items={assets} keyOf={({ id }) => id} height={32} scroller={scroller}>
        {(asset, key, place) => <MediaRow key={key} place={place} asset={asset} missing={missing.has(asset.id)} uses={usesOf(project, asset.id).length} />}
      </LongList>
    </section>
  );
}

function MediaRow({ place: standing, asset, missing, uses }: { readonly place: RowPlace; readonly asset: Asset; readonly missing: boolean; readonly uses: number }) {
  const editor = useEditor();
  const place = () => {
    const state = editor.store.getState();
    const host = current(state);
    const { width, height } = asset as { width: number; height: number };
    const layer = newImage(freshId(), nameOf(asset.name), [[0, host.duration]], asset.id, placed(width, height, host));
    if (editor.do('layers.add', { composition: host.id, files: [layer], above: null })) editor.select({ layers: [layer.id], keys: [], markers: [], operator: null });
  };
  const showUse = () => {
    const [use] = usesOf(editor.store.getState().project, asset.id);
    if (!use) return editor.say(`${asset.name} is not used.`);
    if (current(editor.store.getState()).id !== use.host.id) editor.openComposition(use.host.id);
    editor.select({ layers: usesOf(editor.store.getState().project, asset.id).filter(({ host }) => host.id === use.host.id).map(({ layer }) => layer.id), keys: [], markers: [], operator: null });
  };
  const [over, setOver] = useState(false);
  const drops = (event: React.DragEvent) => event.dataTransfer.types.includes('Files');
  const size = 'width' in asset ? `${asset.width} × ${asset.height}` : '';
  return (
    <li {...standing}
      // A file dropped on a picture takes its place, wherever that is shown.
      onDragOver={(event) => { if (drops(event)) { event.preventDefault(); event.stopPropagation(); setOver(true); } }} onDragLeave={() => setOver(false)}
      onDrop={(event) => { if (!drops(event)) return; event.preventDefault(); event.stopPropagation(); setOver(false); void swapMedia(editor, asset, event.dataTransfer.files[0]); }}
      className={`group flex items-center gap-2 rounded-md py-1 pr-1 pl-2 hover:bg-raised/60 ${over ? 'bg-leaf/20 ring-1 ring-leaf ring-inset' : ''}`}>
      {missing
        ? <span title="Its file is not in the data folder" className="grid h-6 w-[34px] shrink-0 place-items-center rounded-[3px] bg-deep text-rust"><TriangleAlert size={13} aria-label="missing" /></span>
        : <img src={`/api/media/${mediaFileName(asset)}?may=be-missing`} alt="" width={34} height={24} className="clear-ground h-6 w-[34px] shrink-0 rounded-[3px] object-contain" />}
      <span className="min-w-0 grow">
        <InPlace label={`Name of ${asset.name}`} value={asset.name} title={`${asset.name}, ${size}: click to select where it is used, double-click to rename`} onPick={showUse} onSet={(name) => editor.do('assets.set', { asset: asset.id, fields: { name } })} />
        {missing && <button type="button" onClick={() => replaceMedia(editor, asset)} className="px-1 text-left text-[12px] text-rust underline">Missing: find it again</button>}
      </span>
      <span className="font-mono text-[11.5px] text-muted" title={`${uses} ${uses === 1 ? 'layer shows' : 'layers show'} it`}>{uses}×</span>
      <Menu
        trigger={<button type="button" aria-label={`More about ${asset.name}`} className="grid size-5 place-items-center rounded text-muted hover:bg-lifted hover:text-paper">⋯</button>}
        entries={[
          { label: 'Use as a layer here', onPick: place },
          { label: 'Select where it is used', onPick: showUse },
          { label: missing ? 'Find the file again …' : 'Replace the file …', onPick: () => replaceMedia(editor, asset) },
          { label: 'Take out of the project', onPick: () => editor.do('assets.delete', { asset: asset.id }) },
        ]}
      />
    </li>
  );
}
