import './jitless';
import { readClip } from './read-clip';
import type { ReadingAnswer, ReadingRequest } from './protocol';
import { readSvg } from './svg/read-svg';

self.onmessage = ({ data }: MessageEvent<ReadingRequest>) => {
  const post = (answer: ReadingAnswer) => self.postMessage(answer);
  if (data.kind === 'clip') return post({ request: data.request, kind: 'clip', reading: readClip(data.text) });
  let count = 0;
  return post({ request: data.request, kind: 'svg', reading: readSvg(data.text, data.name, data.id, () => `${data.seed}${(++count).toString(36)}`) });
};
