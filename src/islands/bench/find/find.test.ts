import { describe, expect, test } from 'vitest';
import { ACTIONS } from '../editor/actions';
import { absence } from './absent';
import { EVERYDAY } from './everyday';
import { found, rankOf, type Findable } from './rank';

/** Actions as they are called where a tram is selected; those whose title depends on the state have an example of it. */
const TITLES: Readonly<Record<string, string>> = {
  'layers.nest': 'Nest Tram …', 'layers.nest-each': 'Nest each picture alone', 'layers.open': 'Open the nest', 'layers.rename': 'Rename Tram', 'layers.hide': 'Hide Tram', 'layers.lock': 'Lock Tram', 'layers.solo': 'Show Tram alone', 'layers.guide': 'Leave Tram out of the film', 'play.toggle': 'Play', 'edit.undo': 'Undo Nest 3 layers',
  'edit.redo': 'Redo Nest 3 layers', 'edit.duplicate': 'Duplicate Tram', 'edit.delete': 'Delete Tram', 'timing.loop': 'Add a loop', 'timing.reverse': 'Add a reverse', 'timing.speed': 'Add a speed', 'timing.ramp': 'Add a ramp', 'timing.pause': 'Add a pause', 'timing.freeze': 'Add a freeze', 'timing.step': 'Add on twos', 'timing.remap': 'Add a remap',
  'layers.bake': 'Bake into keys', 'time.marker': 'Add a marker', 'project.duplicate': 'Duplicate the composition', 'project.delete': 'Delete the composition', 'new.copies': 'Repeat Tram', 'formula.write': 'Drive by a formula …',
};
const ALL: readonly Findable[] = ACTIONS.map((action) => ({ id: action.id, title: typeof action.title === 'string' ? action.title : (TITLES[action.id] ?? action.id), also: action.also ?? '', ready: true }));
const first = (typed: string) => found(ALL, typed)[0]?.id ?? null;

/** What a designer says, and what is meant: from the jobs of this trade. */
const WORDS: Readonly<Record<string, string>> = {
  backwards: 'timing.backwards', 'slow down': 'timing.pace', faster: 'timing.pace', slower: 'timing.pace', quicker: 'timing.pace', 'slow motion': 'timing.pace', 'speed up': 'timing.pace', shake: 'recipe.sway', wobble: 'recipe.sway', jitter: 'recipe.sway', blink: 'recipe.flicker', flicker: 'recipe.flicker',
  'line up': 'keys.align-here', bigger: 'field.scaleX', smaller: 'field.scaleX', larger: 'field.scaleX', grow: 'field.scaleX', shrink: 'field.scaleX', size: 'field.scaleX', scale: 'field.scaleX', export: 'project.render', render: 'project.render', film: 'project.render', movie: 'project.render', png: 'project.render',
  closer: 'view.closer', 'zoom in': 'view.closer', nearer: 'view.closer', 'zoom out': 'view.farther', farther: 'view.farther', freeze: 'timing.freeze', still: 'timing.freeze', hold: 'keys.hold', pause: 'timing.pause', wait: 'timing.stand', stand: 'timing.stand', stop: 'play.toggle', play: 'play.toggle', loop: 'timing.loop', cycle: 'timing.loop',
  repeat: 'new.copies', copies: 'new.copies', clone: 'new.copies', array: 'new.copies', reverse: 'timing.reverse', rewind: 'timing.reverse', speed: 'timing.speed', rate: 'timing.speed', ramp: 'timing.ramp', remap: 'timing.remap', delay: 'timing.delay', copy: 'edit.copy', paste: 'edit.paste', cut: 'edit.cut', duplicate: 'edit.duplicate',
  delete: 'edit.delete', remove: 'edit.delete', undo: 'edit.undo', redo: 'edit.redo', 'select all': 'edit.all', nest: 'layers.nest', group: 'layers.nest', ungroup: 'layers.unnest', open: 'layers.open', rename: 'layers.rename', hide: 'layers.hide', lock: 'layers.lock', solo: 'layers.solo', alone: 'layers.solo', split: 'time.split',
  trim: 'time.trim-start', 'cut the end': 'time.trim-end', stretch: 'layers.stretch', longer: 'layers.stretch', shorter: 'layers.stretch', slide: 'time.to-playhead', marker: 'time.marker', cue: 'timing.cues', tempo: 'field.composition-tempo', beat: 'field.composition-tempo', bpm: 'field.composition-tempo', rhythm: 'field.composition-tempo',
  key: 'keys.add', keyframe: 'keys.add', record: 'keys.keying', animate: 'keys.keying', ease: 'keys.smooth', smooth: 'keys.smooth', straight: 'keys.straight', linear: 'keys.straight', bounce: 'curve.bounce-out', overshoot: 'curve.back-out', elastic: 'curve.elastic-out', spring: 'curve.elastic-out', fade: 'field.opacity', 'fade in': 'field.opacity',
  transparent: 'field.opacity', opacity: 'field.opacity', rotate: 'field.rotation', turn: 'field.rotation', spin: 'field.rotation', position: 'field.x', place: 'field.x', pivot: 'field.pivotX', anchor: 'field.pivotX', mirror: 'poses.mirror', flip: 'poses.flip-across', walk: 'poses.later', 'half a cycle': 'poses.later', stagger: 'layers.stagger',
  cascade: 'layers.stagger', 'one by one': 'layers.stagger', offset: 'layers.stagger', sequence: 'layers.sequence', 'one after another': 'layers.sequence', gap: 'layers.gaps', 'close gaps': 'layers.gaps', join: 'spans.join', merge: 'spans.join', rigid: 'rigid.moves', protect: 'rigid.moves', twos: 'timing.step', 'on twos': 'timing.step',
  formula: 'formula.begin', expression: 'formula.begin', link: 'formula.link', connect: 'formula.link', follow: 'layers.follow', parent: 'layers.follow', attach: 'layers.follow', detach: 'layers.free', dial: 'new.dials', slider: 'new.dials', bake: 'layers.bake', flatten: 'layers.bake', curve: 'view.lane', graph: 'view.lane', ghosts: 'view.ghosts',
  path: 'picture.path', trail: 'picture.path', problem: 'time.next-problem', check: 'time.next-problem', fix: 'time.mend', repair: 'time.mend', import: 'project.media', picture: 'project.media', photo: 'project.media', text: 'new.text', words: 'new.text', colour: 'field.fill.colour', color: 'field.fill.colour', fill: 'field.fill.colour', outline: 'field.stroke.width',
  dotted: 'field.dashes', gradient: 'field.fill-kind', rectangle: 'new.rectangle', square: 'new.rectangle', circle: 'new.ellipse', pen: 'new.path', background: 'field.composition-ground', grid: 'picture.thirds', shortcuts: 'help.shortcuts', keyboard: 'help.shortcuts', help: 'help.pages', search: 'help.find', quality: 'play.sharper', next: 'keys.next', previous: 'keys.before',
  drift: 'poses.drift', land: 'poses.land', settle: 'poses.land', spread: 'keys.even', distribute: 'keys.even', thin: 'keys.thin', quantize: 'keys.beats', 'on beat': 'keys.beats', fit: 'view.whole', seconds: 'view.seconds', multiply: 'layers.blend-multiply', screen: 'layers.blend-screen', null: 'new.null', snap: 'time.snap', ripple: 'time.ripple', together: 'time.together',
};

describe('what people call things', () => {
  test('there are a hundred and fifty of them, and each action that they name is there', () => {
    expect(Object.keys(WORDS).length).toBeGreaterThanOrEqual(150);
    const ids = new Set(ALL.map(({ id }) => id));
    expect([...Object.values(WORDS), ...Object.keys(EVERYDAY)].filter((id) => !ids.has(id))).toEqual([]);
  });
  test.each(Object.entries(WORDS))('“%s” answers with %s first', (typed, id) => expect(first(typed)).toBe(id));
});

describe('the order of answers', () => {
  const one = (id: string, title: string, also = '', ready = true): Findable => ({ id, title, also, ready });
  test('what can be done now comes first, titles before other words, whole words before beginnings, taking back last', () => {
    const order = found([one('edit.undo', 'Undo Lamp up'), one('a', 'Lamplight'), one('b', 'Light', 'lamp'), one('c', 'A lamp', '', false), one('d', 'A lamp')], 'lamp').map(({ id }) => id);
    expect([order[0], order.indexOf('d') < order.indexOf('b'), order.indexOf('b') < order.indexOf('edit.undo'), order.length]).toEqual(['d', true, true, 5]);
    expect([rankOf(one('x', 'Nothing like it'), 'lamp'), rankOf(one('x', 'Lamp'), '  ')]).toEqual([0, 0]);
  });
  test('what is not there is said to be so, and what is there is not', () => {
    for (const gone of ['camera', 'particles', '3d', 'volume', 'green screen']) expect(absence(gone), gone).toMatch(/^[A-Z].+\.$/);
    for (const there of Object.keys(WORDS)) expect(absence(there), there).toBeNull();
  });
});
