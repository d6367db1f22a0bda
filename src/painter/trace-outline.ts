import { CLOSE, COORDINATES, CURVE, LINE, MOVE, type Outline } from '../core/display';

/** Anything that a path can be drawn on. */
export type Pen = {
  moveTo(x: number, y: number): void;
  lineTo(x: number, y: number): void;
  bezierCurveTo(x1: number, y1: number, x2: number, y2: number, x: number, y: number): void;
  closePath(): void;
};

/** Draws an outline, word by word. */
export function traceOutline<P extends Pen>(outline: Outline, pen: P): P {
  for (let i = 0; i < outline.length; i += 1 + COORDINATES[outline[i]!]!) {
    const at = (k: number) => outline[i + k]!;
    switch (outline[i]) {
      case MOVE: pen.moveTo(at(1), at(2)); break;
      case LINE: pen.lineTo(at(1), at(2)); break;
      case CURVE: pen.bezierCurveTo(at(1), at(2), at(3), at(4), at(5), at(6)); break;
      case CLOSE: pen.closePath(); break;
      default: throw new Error(`Unknown word in an outline: ${outline[i]}`);
    }
  }
  return pen;
}

/** Paths by outline: the same outline object stays the same path. */
export function rememberPaths<P extends Pen & object>(make: () => P): (outline: Outline) => P {
  const known = new WeakMap<Outline, P>();
  return (outline) => {
    let path = known.get(outline);
    if (!path) known.set(outline, (path = traceOutline(outline, make())));
    return path;
  };
}
