import { useLayoutEffect, useRef, useState } from 'react';
import { SHEET } from './frame.ts';

const STEP = 0.05;

/** How much larger than drawn a label has to be so that it is as large on the screen: 1 where the sheet is not shrunk. */
export function useSheetScale() {
  const ref = useRef<SVGSVGElement>(null);
  const [scale, setScale] = useState(1);
  useLayoutEffect(() => {
    const svg = ref.current;
    if (!svg) return;
    const measure = () => {
      const { width, height } = svg.getBoundingClientRect();
      if (width === 0 || height === 0) return;
      const shrunk = Math.min(width / SHEET.width, height / SHEET.height);
      setScale(Math.max(1, Math.ceil(1 / shrunk / STEP) * STEP));
    };
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(svg);
    return () => observer.disconnect();
  }, []);
  return { ref, scale };
}
