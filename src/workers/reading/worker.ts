import './jitless';
import { answerLink } from '../link';
import { readClip } from './read-clip';
import type { ReadingCalls } from './protocol';
import { readSvg } from './svg/read-svg';

answerLink<ReadingCalls, never, never>(self as never, {
  clip: ({ text }) => readClip(text),
  svg({ text, name, id, seed }) {
    let count = 0;
    return readSvg(text, name, id, () => `${seed}${(++count).toString(36)}`);
  },
});
