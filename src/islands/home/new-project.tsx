import { useState } from 'react';
import { framesPerSecond, readTypedTime, toFrames, type Rate, type Seconds } from '../../core/time';
import { isMadeProject } from '../../wire/answers';
import { Button, Dialog, Select, TypedField, seenText } from '../../ui';
import { call } from '../call';
import { chooseFiles } from '../bench/library/choose-files';

const SIZES: readonly (readonly [string, string])[] = [
  ['1280x720', 'Wide, 1280 × 720'], ['1920x1080', 'Wide, 1920 × 1080'], ['3840x2160', 'Wide, 3840 × 2160'], ['1080x1920', 'Upright, 1080 × 1920'], ['1080x1350', 'Upright, 1080 × 1350'], ['1080x1080', 'Square, 1080 × 1080'], ['picture', 'As large as the first picture'],
];
const RATES: readonly (readonly [string, string])[] = [['24,1', '24 frames a second'], ['25,1', '25 frames a second'], ['30,1', '30 frames a second'], ['50,1', '50 frames a second'], ['60,1', '60 frames a second'], ['24000,1001', '23.976 frames a second'], ['30000,1001', '29.97 frames a second']];

/** A new project: its name, size, rate and length, and pictures to begin with. */
export function NewProject({ files: given, onClose, onMade }: { readonly files: readonly File[]; readonly onClose: () => void; readonly onMade: (id: string, files: readonly File[]) => void }) {
  const [name, setName] = useState(given[0]?.name.replace(/\.[a-z0-9]+$/i, '') ?? 'New film');
  const [size, setSize] = useState(given.length > 0 ? 'picture' : '1920x1080');
  const [rateWord, setRate] = useState('30,1');
  const [seconds, setSeconds] = useState(10);
  const [files, setFiles] = useState(given);
  const [trouble, setTrouble] = useState<string | null>(null);
  // A second press while the first is on its way would make a second project.
  const [making, setMaking] = useState(false);
  const rate = rateWord.split(',').map(Number) as unknown as Rate;
  const duration = Math.max(1, Math.round(toFrames(seconds as Seconds, rate)));
  const make = async () => {
    setMaking(true);
    const [width, height] = size === 'picture' ? await sizeOf(files[0]) : size.split('x').map(Number) as [number, number];
    const answer = await call(isMadeProject, '/api/projects', { method: 'POST', body: JSON.stringify({ name: name.trim() || 'New film', width, height, rate, duration }) }, [201]);
    if (answer.kind === 'answer') return onMade(answer.value.id, files);
    setMaking(false);
    setTrouble(answer.kind === 'refused' ? answer.message : 'The server does not answer; nothing was made. Try again when it is back.');
  };
  return (
    <Dialog title="New project" about="All of this can be changed later." open onClose={onClose}>
      <form className="flex flex-col gap-3" onSubmit={(event) => { event.preventDefault(); void make(); }}>
        <label className="flex flex-col gap-1"><span className="text-muted">Name</span><input autoFocus value={name} maxLength={200} onFocus={(event) => event.target.select()} onChange={(event) => setName(seenText(event.target.value))} className="h-8 rounded-md bg-raised px-2.5" /></label>
        <div className="flex flex-col gap-1"><span className="text-muted">Size</span><Select label="Size" value={size} onChange={setSize} options={files.length > 0 ? SIZES : SIZES.slice(0, -1)} /></div>
        <div className="grid grid-cols-2 gap-3">
          <div className="flex flex-col gap-1"><span className="text-muted">Rate</span><Select label="Rate" value={rateWord} onChange={setRate} options={RATES} /></div>
          <div className="flex flex-col gap-1"><span className="text-muted">Length</span>
            <TypedField label="Length" title="Seconds (10s), frames (300f) or timecode" edited={`${seconds}s`} shown={`${Math.round(seconds * 100) / 100} s, ${duration} frames`} onSet={(at: number) => setSeconds(at / framesPerSecond(rate))} read={(text) => {
              const reading = readTypedTime(text, { at: duration, rate, tempo: null });
              return reading.ok ? (reading.at >= 1 ? { ok: true, value: reading.at, read: reading.read } : { ok: false, why: 'A film lasts a frame at least.' }) : reading;
            }} />
          </div>
        </div>
        <div className="flex items-center gap-3">
          <Button onClick={() => chooseFiles('.png,.jpg,.jpeg,.webp,.svg', true, (chosen) => { setFiles(chosen); if (chosen.length > 0) setSize('picture'); })}>Begin from pictures …</Button>
          <span className="min-w-0 truncate text-muted">{files.length === 0 ? 'or with an empty frame' : files.length === 1 ? files[0]!.name : `${files.length} files, a layer each`}</span>
        </div>
        {trouble && <p role="alert" className="text-rust">{trouble}</p>}
        <div className="flex justify-end gap-2 pt-1"><Button onClick={onClose}>Cancel</Button><Button tone="strong" type="submit" disabled={making}>{making ? 'Making it …' : 'Start'}</Button></div>
      </form>
    </Dialog>
  );
}

/** Pixels of a picture file; an ordinary frame when they cannot be read. */
async function sizeOf(file: File | undefined): Promise<readonly [number, number]> {
  if (!file) return [1920, 1080];
  const address = URL.createObjectURL(file);
  const image = new Image();
  image.src = address;
  const known = await image.decode().then(() => true, () => false);
  URL.revokeObjectURL(address);
  const kept = (side: number) => Math.min(4096, Math.max(1, side));
  return known && image.naturalWidth > 0 ? [kept(image.naturalWidth), kept(image.naturalHeight)] : [1920, 1080];
}
