import { stepLine } from '../../../../core/commands';
import { newComposition } from '../../../../core/model';
import { chooseMedia } from '../../library/bring-media';
import { current } from '../editor';
import { freshId } from '../fresh-id';
import type { Action } from './action';

export const PROJECT_ACTIONS: readonly Action[] = [
  { id: 'project.media', title: 'Bring in media …', group: 'Project', keys: ['Ctrl+O'], also: 'import open footage picture file', run: (editor) => chooseMedia(editor) },
  {
    id: 'project.composition', title: 'New composition', group: 'Project',
    run: (editor) => {
      const state = editor.store.getState();
      const { width, height, rate, duration } = current(state);
      const id = freshId();
      if (editor.do('composition.add', { file: newComposition(id, 'Composition', { width, height, rate, duration }), after: current(state).id })) editor.openComposition(id);
    },
  },
  { id: 'project.duplicate', title: (state) => `Duplicate ${current(state).name}`, group: 'Project', run: (editor) => { const id = freshId(); if (editor.do('composition.duplicate', { ids: [id] })) editor.openComposition(id); } },
  { id: 'project.delete', title: (state) => `Delete the composition ${current(state).name}`, group: 'Project', run: (editor) => void editor.do('composition.delete', {}) },
  { id: 'project.main', title: (state) => `Make ${current(state).name} the film`, group: 'Project', whyNot: (state) => (state.project.main === current(state).id ? 'It is the film already.' : null), run: (editor) => void editor.do('project.main', {}) },
  {
    id: 'project.steps', title: 'Save what was done here as steps …', group: 'Project',
    run: (editor) => {
      const steps = editor.steps();
      if (steps.length === 0) return editor.say('Nothing was done in this window yet.');
      const address = URL.createObjectURL(new Blob([steps.map((step) => `${stepLine(step)}\n`).join('')], { type: 'application/jsonl' }));
      Object.assign(document.createElement('a'), { href: address, download: 'steps.jsonl' }).click();
      setTimeout(() => URL.revokeObjectURL(address), 60_000);
      editor.say(`${steps.length} ${steps.length === 1 ? 'step is' : 'steps are'} in your downloads. “npm run oak -- edit FILE --script steps.jsonl --out FILE2” does the same again.`);
    },
  },
  { id: 'project.render', title: 'Render a film …', group: 'Project', also: 'export output video', keys: ['Ctrl+Shift+E'], run: (editor) => editor.set({ dialog: { kind: 'render' } }) },
  { id: 'help.find', title: 'Find an action', group: 'Help', keys: ['Ctrl+K'], run: (editor) => editor.set({ dialog: { kind: 'find' } }) },
  { id: 'help.shortcuts', title: 'All shortcuts', group: 'Help', keys: ['?'], run: (editor) => editor.set({ dialog: { kind: 'shortcuts' } }) },
  { id: 'help.pages', title: 'Help', group: 'Help', keys: ['F1'], run: (editor) => editor.set({ dialog: { kind: 'help', page: 'start' } }) },
];
