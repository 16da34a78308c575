import type { KeyboardEvent } from 'react';

/** What was typed in a menu lately, and when; a pause begins anew. */
const pause = 900;
let typed = { text: '', at: 0 };

/** How well what a menu item says fits what was typed: 0 begins with it, 1 a later word does, 2 it is somewhere; else 3. */
export function fit(words: string, text: string): number {
  const [all, wanted] = [words.toLowerCase(), text.toLowerCase()];
  if (all.startsWith(wanted)) return 0;
  if (all.includes(` ${wanted}`)) return 1;
  return all.includes(wanted) ? 2 : 3;
}

/**
 * Typing in a menu leads to the item whose words fit best, wherever in it they stand. A space belongs to what is typed, and chooses only
 * where nothing was.
 */
export function typeAhead(e: KeyboardEvent) {
  if (e.key.length !== 1 || e.ctrlKey || e.metaKey || e.altKey) return;
  if (e.target instanceof Element && e.target.matches('input, textarea, [contenteditable=true]')) return;
  const goesOn = typed.text !== '' && e.timeStamp - typed.at < pause;
  if (e.key === ' ' && !goesOn) {
    typed = { text: '', at: 0 };
    return;
  }
  e.preventDefault();
  e.stopPropagation();
  typed = { text: (goesOn ? typed.text : '') + e.key, at: e.timeStamp };
  const items = [...e.currentTarget.querySelectorAll<HTMLElement>('[role^=menuitem]:not([aria-disabled=true])')];
  const best = Math.min(3, ...items.map((item) => fit(item.textContent, typed.text)));
  if (best < 3) items.find((item) => fit(item.textContent, typed.text) === best)?.focus();
}

/** A space that was typed does not choose when its key is let go either. */
export function typedSpace(e: KeyboardEvent) {
  if (e.key === ' ' && typed.text.endsWith(' ')) e.preventDefault();
}
