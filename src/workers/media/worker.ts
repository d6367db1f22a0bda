import { answerLink } from '../link';
import { fitSize, isClear } from './fit-size';
import { LARGEST, type MediaCalls, type ReadyPicture } from './protocol';

answerLink<MediaCalls, never, never>(self as never, {
  async ready(file) {
    try {
      return await makeReady(file);
    } catch {
      throw new Error('it is not a picture that this browser can read, or it is cut off');
    }
  },
});

/** Decodes a picture, sizes it down where it is too large, and looks whether it can be seen through. */
async function makeReady(file: Blob): Promise<ReadyPicture> {
  const bitmap = await createImageBitmap(file);
  const { width, height } = bitmap;
  const size = fitSize(width, height, LARGEST);
  const small = fitSize(width, height, 256);
  const probe = new OffscreenCanvas(...small).getContext('2d')!;
  probe.drawImage(bitmap, 0, 0, ...small);
  const clear = file.type !== 'image/jpeg' && isClear(probe.getImageData(0, 0, ...small).data);
  if (size[0] === width && size[1] === height) {
    bitmap.close();
    return { bytes: file, width, height, original: null, clear };
  }
  const canvas = new OffscreenCanvas(...size);
  const to = canvas.getContext('2d')!;
  to.imageSmoothingQuality = 'high';
  to.drawImage(bitmap, 0, 0, ...size);
  bitmap.close();
  const bytes = await canvas.convertToBlob(file.type === 'image/jpeg' ? { type: 'image/jpeg', quality: 0.92 } : { type: 'image/png' });
  return { bytes, width: size[0], height: size[1], original: [width, height], clear };
}
