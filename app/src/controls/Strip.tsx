import { useEffect, useRef, useState, type ReactNode } from 'react';
import { XStack } from '@tamagui/stacks';

interface StripProps {
  readonly children: ReactNode;
  /** Names what is to be seen in it: when that changes, the strip scrolls to the child marked `data-shown`. */
  readonly shows?: string;
}

/** Buttons side by side that scroll where there are more of them than fit; a fading edge shows that the strip runs on. */
export function Strip({ children, shows }: StripProps) {
  const strip = useRef<HTMLDivElement>(null);
  const [edges, setEdges] = useState({ before: false, after: false });
  useEffect(() => {
    const element = strip.current;
    if (!element) return undefined;
    const look = () => {
      const before = element.scrollLeft > 2;
      const after = element.scrollLeft + element.clientWidth < element.scrollWidth - 2;
      setEdges((last) => (last.before === before && last.after === after ? last : { before, after }));
    };
    const observer = new ResizeObserver(look);
    observer.observe(element);
    for (const child of element.children) observer.observe(child);
    element.addEventListener('scroll', look, { passive: true });
    look();
    return () => {
      observer.disconnect();
      element.removeEventListener('scroll', look);
    };
  }, []);
  useEffect(() => {
    const shown = strip.current?.querySelector<HTMLElement>('[data-shown]');
    if (shown && strip.current) strip.current.scrollLeft = shown.offsetLeft - (strip.current.clientWidth - shown.offsetWidth) / 2;
  }, [shows]);
  const fade = `linear-gradient(to right, ${edges.before ? 'transparent' : '#000'}, #000 28px, #000 calc(100% - 28px), ${edges.after ? 'transparent' : '#000'})`;
  return (
    <div
      ref={strip}
      data-runs-on={edges.after || undefined}
      style={{
        position: 'relative',
        flex: 1,
        minWidth: 0,
        overflowX: 'auto',
        scrollbarWidth: 'none',
        maskImage: fade,
        WebkitMaskImage: fade,
      }}
    >
      <XStack gap={4} paddingHorizontal={4} width="max-content">
        {children}
      </XStack>
    </div>
  );
}
