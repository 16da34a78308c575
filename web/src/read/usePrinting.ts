import { useEffect } from 'react';

/** Ctrl+P leads to the PDF, which has all pages; the screen has only those in sight. */
export function usePrinting(pdf: string | undefined) {
  useEffect(() => {
    const press = (e: KeyboardEvent) => {
      if (!(e.ctrlKey || e.metaKey) || e.key.toLowerCase() !== 'p' || !pdf) return;
      e.preventDefault();
      window.open(`${pdf}?shown=true`, '_blank', 'noopener');
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, [pdf]);
}
