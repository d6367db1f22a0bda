import { autocompletion, closeBrackets, closeBracketsKeymap, closeCompletion, completionKeymap, completionStatus } from '@codemirror/autocomplete';
import { defaultKeymap, history, historyKeymap } from '@codemirror/commands';
import { bracketMatching, syntaxTree } from '@codemirror/language';
import { linter } from '@codemirror/lint';
import { EditorState } from '@codemirror/state';
import { EditorView, hoverTooltip, keymap, placeholder } from '@codemirror/view';
import type { Fault } from '../../../core/formulas';
import { followPointer } from '../follow-pointer';
import { completeFormula, type Writable } from './completion';
import { formulaInks, formulaLanguage } from './language';

/** What the editor asks of whoever holds it, and tells them. */
export type CodeHost = {
  readonly label: string;
  readonly judge: (text: string) => Fault | null;
  readonly writable: () => Writable;
  /** What a part of the formula comes to at the playhead, in words; null where it comes to nothing by itself. */
  readonly worth: (part: string) => string | null;
  readonly onChange: (text: string) => void;
  readonly onKeep: (text: string) => void;
  readonly onLetGo: () => void;
};

export type CodeEditor = {
  readonly view: EditorView;
  readonly text: () => string;
  readonly put: (text: string) => void;
  /** Writes at the caret, in place of what is selected. */
  readonly write: (text: string) => void;
  /** Whether a value is missing where the caret stands, so that something may be pressed to be written there. */
  readonly wants: () => boolean;
  readonly close: () => void;
};

const look = EditorView.theme({
  '&': { fontSize: '12px', backgroundColor: 'transparent', color: '#ece7da' },
  '&.cm-focused': { outline: 'none' },
  '.cm-content': { fontFamily: 'var(--font-mono)', padding: '5px 6px', caretColor: '#ece7da' },
  '.cm-line': { padding: '0' },
  '.cm-cursor': { borderLeftColor: '#ece7da' },
  '.cm-selectionBackground, &.cm-focused > .cm-scroller > .cm-selectionLayer .cm-selectionBackground': { backgroundColor: '#4a5240' },
  '.cm-placeholder': { color: '#a8a796' },
  '.cm-dragged': { cursor: 'ew-resize' },
  '.cm-tooltip': { backgroundColor: '#101209', color: '#ece7da', border: '1px solid #343a2c', borderRadius: '6px', fontSize: '12px', zIndex: '60' },
  '.cm-tooltip-autocomplete > ul': { fontFamily: 'var(--font-mono)', maxHeight: '220px' },
  '.cm-tooltip-autocomplete > ul > li': { padding: '2px 8px' },
  '.cm-tooltip-autocomplete > ul > li[aria-selected]': { backgroundColor: '#343a2c', color: '#ece7da' },
  '.cm-completionDetail': { color: '#a8a796', fontStyle: 'normal', marginLeft: '8px', fontFamily: 'var(--font-sans)' },
  '.cm-completionMatchedText': { textDecoration: 'none', color: '#c9a8d6' },
  '.cm-completionInfo': { padding: '6px 9px', maxWidth: '230px' },
  '.cm-completionInfo code': { display: 'block', color: '#c9a8d6', marginTop: '3px', fontFamily: 'var(--font-mono)' },
  '.cm-completionInfo svg': { display: 'block', marginTop: '4px' },
  '.cm-lintRange-error': { backgroundImage: 'none', textDecoration: 'underline wavy #d8694a', textUnderlineOffset: '3px' },
  '.cm-diagnostic-error': { borderLeft: '3px solid #d8694a', padding: '4px 8px' },
  '.cm-diagnosticAction': { backgroundColor: '#343a2c', color: '#ece7da', borderRadius: '4px', marginLeft: '8px' },
  '.cm-worth': { padding: '3px 8px', fontFamily: 'var(--font-mono)' },
}, { dark: true });

/** Before this stands nothing, or what waits for a value. */
const WAITS = /(^|[-+*/^(,=<>≤≥≠[;]|\b(?:and|or|not|mod))\s*$/;

/** An editor of formulas in an element: inks, completion, faults as they are typed, values under the pointer, numbers that are dragged. */
export function openCodeEditor(parent: HTMLElement, text: string, host: CodeHost): CodeEditor {
  const keep = (view: EditorView) => {
    host.onKeep(view.state.doc.toString());
    return true;
  };
  const view = new EditorView({
    parent,
    state: EditorState.create({ doc: text, extensions: [
      // Enter is this field's own: a new line is Shift+Enter. What is completed comes first.
      keymap.of([
        // A list that is only being looked for takes no Esc: who lets go is not made to press twice.
        { key: 'Escape', run: (here) => { if (completionStatus(here.state) === 'active') return closeCompletion(here); closeCompletion(here); host.onLetGo(); return true; } },
        ...completionKeymap,
        { key: 'Enter', run: (here) => (completionStatus(here.state) === 'active' ? true : keep(here)), shift: (here) => { here.dispatch(here.state.replaceSelection('\n')); return true; } },
        ...closeBracketsKeymap, ...historyKeymap, ...defaultKeymap,
      ]),
      history(), closeBrackets(), bracketMatching(), EditorView.lineWrapping, formulaLanguage, formulaInks, look, placeholder('a formula, or press what it shall follow'),
      autocompletion({ defaultKeymap: false, override: [completeFormula(host.writable)], icons: false, aboveCursor: false, interactionDelay: 0 }),
      linter((here) => {
        const fault = here.state.doc.toString().trim() === '' ? null : host.judge(here.state.doc.toString());
        if (!fault) return [];
        const length = here.state.doc.length;
        const [from, to] = [Math.min(fault.from, length), Math.min(Math.max(fault.to, fault.from), length)];
        const { nearest } = fault;
        return [{ from: from === to && from > 0 ? from - 1 : from, to, severity: 'error', message: fault.message, ...(nearest === undefined ? {} : { actions: [{ name: `Write “${nearest}”`, apply: (at: EditorView, a: number, b: number) => at.dispatch({ changes: { from: a, to: b, insert: nearest } }) }] }) }];
      }, { delay: 120 }),
      hoverTooltip((here, pos) => {
        const part = partAt(here, pos);
        const worth = part && host.worth(here.state.sliceDoc(part.from, part.to));
        return worth === null || part === null ? null : { pos: part.from, end: part.to, above: true, create: () => { const dom = document.createElement('div'); dom.className = 'cm-worth'; dom.textContent = `${here.state.sliceDoc(part.from, part.to).slice(0, 40)} = ${worth}`; return { dom }; } };
      }, { hoverTime: 250 }),
      EditorView.contentAttributes.of({ 'aria-label': host.label, spellcheck: 'false' }),
      EditorView.updateListener.of((update) => { if (update.docChanged) host.onChange(update.state.doc.toString()); }),
      EditorView.domEventHandlers({ pointerdown: (event, here) => dragNumber(event, here) }),
    ] }),
  });
  return {
    view, text: () => view.state.doc.toString(), close: () => view.destroy(),
    put: (next) => { if (next !== view.state.doc.toString()) view.dispatch({ changes: { from: 0, to: view.state.doc.length, insert: next } }); },
    write(part) {
      view.dispatch(view.state.replaceSelection(part));
      view.focus();
    },
    wants: () => WAITS.test(view.state.sliceDoc(0, view.state.selection.main.from)),
  };
}

/** The value under a place: a name with what leads to it, a call, a number. */
function partAt(view: EditorView, pos: number): { readonly from: number; readonly to: number } | null {
  let node = syntaxTree(view.state).resolveInner(pos, 1);
  while (node.parent && (node.parent.name === 'Member' || node.parent.name === 'At' || (node.name === 'Name' && node.parent.name === 'Call'))) node = node.parent;
  return ['Name', 'QuotedName', 'Member', 'At', 'Call', 'Group', 'Binary'].includes(node.name) ? { from: node.from, to: node.to } : null;
}

/** So many pixels are a step of a dragged number. */
const STEP = 3;

/** A number is dragged sideways: its last digit steps, with Shift ten times as far. A press that does not move is a press. */
function dragNumber(event: PointerEvent, view: EditorView): boolean {
  if (event.button !== 0 || !(event.target instanceof Element) || event.target.closest('.cm-dragged') === null) return false;
  const pos = view.posAtCoords({ x: event.clientX, y: event.clientY });
  const node = pos === null ? null : syntaxTree(view.state).resolveInner(pos, 1).name === 'Number' ? syntaxTree(view.state).resolveInner(pos, 1) : syntaxTree(view.state).resolveInner(pos, -1);
  if (!node || node.name !== 'Number') return false;
  const { from } = node;
  let to = node.to;
  const [, digits, unit] = /^([\d.]+)(.*)$/.exec(view.state.sliceDoc(from, to)) ?? [];
  if (digits === undefined || unit === undefined) return false;
  const places = digits.includes('.') ? digits.length - digits.indexOf('.') - 1 : 0;
  const step = places > 0 ? 10 ** -places : 1;
  const start = event.clientX;
  let isDragged = false;
  const write = (insert: string) => {
    view.dispatch({ changes: { from, to, insert }, selection: { anchor: from, head: from + insert.length } });
    to = from + insert.length;
  };
  // The press goes on to be the editor's as well: one that does not move puts the caret there.
  followPointer(view.contentDOM, event.pointerId, (now) => {
    const steps = Math.round((now.clientX - start) / STEP) * (now.shiftKey ? 10 : 1);
    isDragged ||= Math.abs(now.clientX - start) >= STEP;
    if (!isDragged) return;
    now.preventDefault();
    write(`${Math.max(0, Number(digits) + steps * step).toFixed(places)}${unit}`);
  }, (keep) => { if (!keep && isDragged) write(`${digits}${unit}`); }, false);
  return false;
}
