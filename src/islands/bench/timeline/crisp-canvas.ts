import { useLayoutEffect, useState, type RefObject } from 'react';

/** The size of an element in CSS pixels, followed as it changes. */
export function useSize(element: RefObject<HTMLElement | null>): readonly [number, number] {
  const [size, setSize] = useState<readonly [number, number]>([0, 0]);
  useLayoutEffect(() => {
    const observer = new ResizeObserver(([entry]) => entry && setSize([Math.round(entry.contentRect.width), Math.round(entry.contentRect.height)]));
    observer.observe(element.current!);
    return () => observer.disconnect();
  }, [element]);
  return size;
}

/** A canvas as sharp as the screen, its context in CSS pixels. */
export function crispContext(canvas: HTMLCanvasElement, width: number, height: number): CanvasRenderingContext2D {
  const density = window.devicePixelRatio || 1;
  const [w, h] = [Math.round(width * density), Math.round(height * density)];
  if (canvas.width !== w) canvas.width = w;
  if (canvas.height !== h) canvas.height = h;
  const context = canvas.getContext('2d')!;
  context.setTransform(density, 0, 0, density, 0, 0);
  return context;
}
