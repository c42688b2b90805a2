import { useEffect, useRef } from 'react';

/** Keys of hands and of a foot pedal: on, and back. Nothing happens while something is typed or a dialog is open. */
export function useBoardKeys(on: () => void, back: () => void): void {
  const acts = useRef({ on, back });
  acts.current = { on, back };
  useEffect(() => {
    const key = (e: KeyboardEvent): void => {
      const at = e.target instanceof HTMLElement ? e.target : null;
      if (e.defaultPrevented || e.repeat || document.querySelector('dialog[open]')) return;
      if (at?.closest('input, textarea, select, summary')) return;
      const pedal = ['PageDown', 'ArrowRight'].includes(e.key);
      // On a button the space bar presses that button.
      const go = pedal || ((e.key === ' ' || e.key === 'Enter') && !at?.closest('button, a'));
      const away = ['PageUp', 'ArrowLeft', 'Backspace'].includes(e.key);
      if (!go && !away) return;
      e.preventDefault();
      if (go) acts.current.on();
      else acts.current.back();
    };
    window.addEventListener('keydown', key);
    return () => window.removeEventListener('keydown', key);
  }, []);
}

/** Farther than this to the side is a swipe, px. */
const SWIPE_PX = 70;
/** A swipe over the step: to the left goes on, to the right back. */
export function useSwipe(on: () => void, back: () => void) {
  const from = useRef<{ x: number; y: number } | null>(null);
  return {
    onTouchStart: (e: React.TouchEvent) => {
      const t = e.touches[0];
      from.current = t && e.touches.length === 1 ? { x: t.clientX, y: t.clientY } : null;
    },
    onTouchEnd: (e: React.TouchEvent) => {
      const t = e.changedTouches[0];
      const start = from.current;
      from.current = null;
      if (!t || !start) return;
      const dx = t.clientX - start.x;
      if (Math.abs(dx) < SWIPE_PX || Math.abs(dx) < 2 * Math.abs(t.clientY - start.y)) return;
      if (dx < 0) on();
      else back();
    },
  };
}
