import { useLayoutEffect, useRef, useState } from "react";

const LEAST = 50; // px, below which a frame is being folded away

/** A frame to draw in, and its size in px as it changes. */
export function useFrameSize(first: { width: number; height: number }) {
  const frame = useRef<HTMLDivElement>(null);
  const [size, setSize] = useState(first);
  useLayoutEffect(() => {
    const box = frame.current;
    if (!box) return;
    const watch = new ResizeObserver(([entry]) => {
      const { width, height } = entry!.contentRect;
      if (width > LEAST && height > LEAST) setSize({ width, height });
    });
    watch.observe(box);
    return () => watch.disconnect();
  }, []);
  return { frame, size };
}
