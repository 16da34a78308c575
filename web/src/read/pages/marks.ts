/** Finding and walking the marks of charts in drawn pages. */
export const markOf = (target: EventTarget) => (target instanceof Element ? target.closest<SVGElement>('[data-mark]') : null);

export const figureOf = (target: EventTarget) => (target instanceof Element ? target.closest<SVGElement>('[data-figure-id]') : null);

/** Whether a figure is a table, whose marks stand in rows and columns. */
export const isTable = (figure: Element) => figure.hasAttribute('data-table');

const numberAt = (mark: Element, name: string) => Number(mark.getAttribute(name));

/** The mark that an arrow key leads to in a table: the nearest one beside, above or below. */
function inTable(all: SVGElement[], mark: Element, key: string): SVGElement | undefined {
  const [x, y] = [numberAt(mark, 'x'), numberAt(mark, 'y')];
  const row = all.filter((m) => Math.abs(numberAt(m, 'y') - y) < 1);
  const [along, back] = [key === 'ArrowRight' || key === 'ArrowLeft', key === 'ArrowLeft' || key === 'ArrowUp'];
  const name = along ? 'x' : 'y';
  const at = along ? x : y;
  const line = along ? row : all.filter((m) => Math.abs(numberAt(m, 'x') - x) < 1);
  const ahead = line.filter((m) => (back ? numberAt(m, name) < at - 1 : numberAt(m, name) > at + 1));
  ahead.sort((a, b) => (numberAt(a, name) - numberAt(b, name)) * (back ? -1 : 1));
  return ahead[0];
}

/**
 * Where an arrow key leads within a chart: to the next or the last one, in the order in which they are drawn. The marks of a page that are
 * in no chart stand in rows and columns, as those of a table do.
 */
export function walk(mark: Element, key: string): SVGElement | undefined {
  const figure = figureOf(mark);
  const around = figure ?? mark.closest('svg');
  if (!around) return undefined;
  const all = [...around.querySelectorAll<SVGElement>('[data-mark]')].filter((m) => figure !== null || figureOf(m) === null);
  if ((!figure || isTable(figure)) && key.startsWith('Arrow')) return inTable(all, mark, key);
  // Numbers first, then the names in the legend and along the axis.
  const isName = (one: SVGElement) => one.dataset.figure === '';
  const marks = [...all.filter((one) => !isName(one)), ...all.filter(isName)];
  const at = marks.indexOf(mark as SVGElement);
  switch (key) {
    case 'ArrowRight':
    case 'ArrowDown':
      return marks[at + 1];
    case 'ArrowLeft':
    case 'ArrowUp':
      return marks[at - 1];
    case 'Home':
      return marks[0];
    case 'End':
      return marks[marks.length - 1];
    default:
      return undefined;
  }
}

/** Brings one series of a chart out; without one, all of them again. */
export function bringOut(figure: Element | null, series?: string) {
  if (!figure) return;
  figure.classList.toggle('dimmed', series !== undefined);
  for (const part of figure.querySelectorAll('[data-series]')) part.classList.toggle('lit', part.getAttribute('data-series') === series);
}

const sameValues = (one: Record<string, string>, other: Record<string, string>) =>
  Object.keys(one).length === Object.keys(other).length && Object.entries(one).every(([name, value]) => other[name] === value);

/** Marks what was clicked while the report that it opened is beside. */
export function markChosen(root: Element, chosen?: { report: string; values: Record<string, string> }) {
  for (const mark of root.querySelectorAll<SVGElement>('.linked')) {
    const isIt =
      chosen !== undefined &&
      mark.dataset.report === chosen.report &&
      sameValues(JSON.parse(mark.dataset.values ?? '{}') as Record<string, string>, chosen.values);
    if (mark.classList.contains('chosen') !== isIt) mark.classList.toggle('chosen', isIt);
  }
}
