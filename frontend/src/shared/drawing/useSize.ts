/** The size of an element, kept up to date. */
import { useLayoutEffect, useRef, useState, type RefObject } from "react";

export interface Size {
  width: number;
  height: number;
}

function contentSize(element: Element): Size {
  const style = getComputedStyle(element);
  const { width, height } = element.getBoundingClientRect();
  const px = (text: string) => Number.parseFloat(text) || 0;
  return {
    width: width - px(style.paddingLeft) - px(style.paddingRight) - px(style.borderLeftWidth) - px(style.borderRightWidth),
    height: height - px(style.paddingTop) - px(style.paddingBottom) - px(style.borderTopWidth) - px(style.borderBottomWidth),
  };
}

export function useSize<T extends Element>(): [RefObject<T | null>, Size | null] {
  const ref = useRef<T>(null);
  const [size, setSize] = useState<Size | null>(null);
  // Measured before it is first drawn: what stands in it, a field that is typed in among it, is there at once.
  useLayoutEffect(() => {
    const element = ref.current;
    if (!element) return;
    setSize(contentSize(element));
    const observer = new ResizeObserver(([entry]) => {
      if (!entry) return;
      const { width, height } = entry.contentRect;
      setSize((now) => (now && now.width === width && now.height === height ? now : { width, height }));
    });
    observer.observe(element);
    return () => observer.disconnect();
  }, []);
  return [ref, size];
}
