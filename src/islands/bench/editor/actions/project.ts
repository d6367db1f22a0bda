import { newComposition } from '../../../../core/model';
import { chooseMedia } from '../../library/bring-media';
import { current } from '../editor';
import { freshId } from '../fresh-id';
import type { Action } from './action';

export const PROJECT_ACTIONS: readonly Action[] = [
  { id: 'project.media', title: 'Bring in media …', group: 'Project', keys: ['Ctrl+I'], run: (editor) => chooseMedia(editor) },
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
  { id: 'project.render', title: 'Render a film …', group: 'Project', keys: ['Ctrl+Shift+R'], run: (editor) => editor.set({ dialog: { kind: 'render' } }) },
  { id: 'help.find', title: 'Find an action', group: 'Help', keys: ['Ctrl+K'], run: (editor) => editor.set({ dialog: { kind: 'find' } }) },
  { id: 'help.shortcuts', title: 'All shortcuts', group: 'Help', keys: ['?'], run: (editor) => editor.set({ dialog: { kind: 'shortcuts' } }) },
  { id: 'help.pages', title: 'Help', group: 'Help', keys: ['F1'], run: (editor) => editor.set({ dialog: { kind: 'help', page: 'start' } }) },
];
