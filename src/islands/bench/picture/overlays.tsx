import type { Composition } from '../../../core/model';
import type { Overlays } from '../editor/state';
import { ticksOf, type MotionPath } from './motion-path';
import type { Point } from './selection-box';

type Props = { readonly composition: Composition; readonly overlays: Overlays; readonly paths: readonly MotionPath[]; readonly frame: number; readonly toScreen: (point: Point) => Point };

/** Lines over the picture on demand: thirds and middle, the safe frame, the ways that selected layers go. */
export function PictureOverlays({ composition: { width, height }, overlays, paths, frame, toScreen }: Props) {
  const [left, top] = toScreen([0, 0]);
  const [right, bottom] = toScreen([width, height]);
  const x = (part: number) => left + (right - left) * part;
  const y = (part: number) => top + (bottom - top) * part;
  const inset = (part: number) => ({ x: x(part), y: y(part), width: (right - left) * (1 - part * 2), height: (bottom - top) * (1 - part * 2) });
  return (
    <g fill="none">
      {overlays.thirds && (
        <g data-overlay="thirds" stroke="var(--color-paper)" strokeOpacity="0.55">
          <path d={`M${x(1 / 3)} ${top}V${bottom}M${x(2 / 3)} ${top}V${bottom}M${left} ${y(1 / 3)}H${right}M${left} ${y(2 / 3)}H${right}`} strokeDasharray="1 4" />
          <path d={`M${x(0.5)} ${top}V${bottom}M${left} ${y(0.5)}H${right}`} strokeOpacity="0.3" />
        </g>
      )}
      {overlays.safe && (
        <g data-overlay="safe" stroke="var(--color-paper)" strokeOpacity="0.5">
          <rect {...inset(0.05)} rx="2" />
          <rect {...inset(0.1)} rx="2" strokeDasharray="6 4" />
        </g>
      )}
      {overlays.path && paths.map((path, i) => (
        <g key={i} data-overlay="path">
          <Way path={path} toScreen={toScreen} />
          {path.keys.map(({ at, point }) => {
            const [kx, ky] = toScreen(point);
            return <rect key={at} x={kx - 2.5} y={ky - 4} width="5" height="8" rx="2" fill="var(--color-amber)" stroke={Math.abs(at - frame) < 0.5 ? 'var(--color-paper)' : 'var(--color-deep)'} strokeWidth="1.25" />;
          })}
        </g>
      ))}
    </g>
  );
}

/** A thin line with true frames on it, a double one in chalk where a formula drives it: an upright tick each, so that spacing is speed. */
function Way({ path: { driven, points, from, each }, toScreen }: { readonly path: MotionPath; readonly toScreen: (point: Point) => Point }) {
  const screen = points.map(toScreen);
  const line = screen.map(([x, y], i) => `${i === 0 ? 'M' : 'L'}${x.toFixed(1)} ${y.toFixed(1)}`).join('');
  const ticks = ticksOf(screen, from, each).map(({ point: [x, y], long }) => `M${x.toFixed(1)} ${(y - (long ? 5 : 2.5)).toFixed(1)}v${long ? 10 : 5}`).join('');
  const ink = driven ? 'var(--color-chalk)' : 'var(--color-amber)';
  return (
    <>
      <path d={line} stroke="var(--color-deep)" strokeOpacity="0.6" strokeWidth="2.5" />
      <path d={line} stroke={ink} strokeOpacity="0.55" strokeWidth={driven ? 3 : 1} />
      {driven && <path d={line} stroke="var(--color-deep)" strokeWidth="1" />}
      <path d={ticks} data-ticks={ticks === '' ? 0 : ticks.split('M').length - 1} stroke={ink} strokeWidth="1.25" />
    </>
  );
}
