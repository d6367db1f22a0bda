import type { Track } from '../../../../core/scene';
import type { Composition, Layer } from '../../../../core/model';
import { TypedField } from '../../../../ui';
import { keyingOf } from '../../editor/editor';
import { useEditor } from '../../editor/editor-context';
import { readNumber, showNumber } from '../../panel/read-number';
import { onTypedRound } from '../../typed-round';

type Props = { readonly layer: Layer; readonly track: Track; readonly composition: Composition; readonly frame: number; readonly value: number; readonly shown: string; readonly beyond: boolean };

/** The value of a track in its row, typed at the playhead: Tab goes to the row below, Page down to the next key with the keyboard still here. */
export function RowValue({ layer, track: { address, spec, channel }, composition, frame, value, shown, beyond }: Props) {
  const editor = useEditor();
  const set = (next: number) => void editor.do('tracks.set', { composition: composition.id, values: [{ layer: layer.id, track: address, value: next }], frame, ...keyingOf(editor.store.getState()) });
  const limits = channel?.limits ?? null;
  return (
    <span
      role="gridcell" data-row-value className="w-[92px] shrink-0" onKeyDownCapture={onTypedRound(editor, '[data-row-value] input')}
      // Whose value is typed is who is meant.
      onFocus={() => { const { selection } = editor.store.getState(); if (!selection.layers.includes(layer.id)) editor.select({ layers: [layer.id], keys: [], markers: [], operator: null }); }}
    >
      <TypedField
        label={`${spec.label} of ${layer.name}, in its row`} title={beyond ? `Beyond its bounds ${limits![0]} and ${limits![1]}` : 'Type a value; Tab goes on to the next row, Page down to the next key'} edited={showNumber(value)} shown={shown} onSet={set}
        onStep={(way, large) => void editor.nudge(`row ${layer.id} ${address}`, 'tracks.set', { composition: composition.id, values: [{ layer: layer.id, track: address, value: Math.round((value + way * (large ? 10 : 1)) * 1e6) / 1e6 }], frame, ...keyingOf(editor.store.getState()) })}
        read={(text) => readNumber(text, value, spec.unit)} className={`bg-transparent! py-0! text-right ${beyond ? 'text-rust!' : 'text-amber!'}`}
        onFormula={() => editor.set({ driving: { driven: { composition: composition.id, layers: [layer.id], track: address, operator: null }, text: '' } })}
      />
    </span>
  );
}
