import type { KeyboardEvent } from 'react';

/**
 * Arrow keys in choices that stand in lines: Tab stops at one of them, arrows lead to the others, Home and End to the first and the last.
 * What stands above and below is told by where it is drawn.
 */
export function gridKeys(e: KeyboardEvent) {
  const all = [...e.currentTarget.querySelectorAll<HTMLElement>('button')];
  const at = all.indexOf(e.target as HTMLElement);
  if (at < 0) return;
  const next = { ArrowRight: all[at + 1], ArrowLeft: all[at - 1], Home: all[0], End: all.at(-1), ...vertical(all, at) }[e.key];
  if (!next) return;
  e.preventDefault();
  next.focus();
}

function vertical(all: HTMLElement[], at: number): Record<string, HTMLElement | undefined> {
  const from = all[at];
  const sameColumn = (other: HTMLElement) => Math.abs(other.offsetLeft - from.offsetLeft) < from.offsetWidth / 2;
  return {
    ArrowDown: all.slice(at + 1).find((other) => other.offsetTop > from.offsetTop && sameColumn(other)),
    ArrowUp: all
      .slice(0, at)
      .reverse()
      .find((other) => other.offsetTop < from.offsetTop && sameColumn(other)),
  };
}
