import { describe, expect, it } from 'vitest';
import type { CrosstabField, ElementCrosstabElement, ReportDefinition, Section } from '../../api/generated';
import { linkAt, putLink, sourcesAt, type LinkPlace } from '../store/linkPlace';
import { freeName, moved, newField, withField } from './fields';

const field = (id: string, name: string, by: string): CrosstabField => ({ id, name, by });
const crosstab = {
  type: 'crosstab',
  id: 'x',
  down: [field('xf1', 'Region', 'region'), field('xf2', 'Route', 'route')],
  across: [field('xf3', 'Month', "date_trunc('month', departs)")],
  values: [{ expression: 'sum(passengers)' }],
} as ElementCrosstabElement & { type: 'crosstab' };
const section = {
  id: 's',
  dataset: 'd',
  levels: [],
  reportHeader: { parts: [{ id: 'p', height: 40, elements: [crosstab] }] },
} as unknown as Section;
const report = {
  title: 'T',
  datasets: [{ id: 'd', name: 'D', database: 'x', source: { type: 'table', table: 't' }, fields: [{ name: 'vessel', type: 'text' }] }],
  sheets: [{ id: 'sheet', name: 'S', sections: [section] }],
} as unknown as ReportDefinition;

describe('the fields of a crosstab', () => {
  it('get names and ids that nothing else has', () => {
    const made = newField(report, crosstab, 'route', { by: 'route', label: 'route', pattern: '' });
    expect([made.id, made.name, made.pattern]).toEqual(['xf4', 'Route 2', null]);
    expect(freeName(crosstab, 'month', 'xf3')).toBe('Month');
    expect(newField(report, crosstab, "date_trunc('year', d)", { by: '', label: 'year of d', pattern: 'yyyy' }).pattern).toBe('yyyy');
  });

  it('move within their direction and stop at its ends', () => {
    expect(moved(crosstab.down!, 'xf2', -1).map((f) => f.id)).toEqual(['xf2', 'xf1']);
    expect(moved(crosstab.down!, 'xf2', 1)).toBe(crosstab.down);
    expect(moved(crosstab.down!, 'gone', 1)).toBe(crosstab.down);
  });

  it('change where they stand', () => {
    const changed = withField(crosstab, 'xf3', { totals: 'none' });
    expect(changed.across[0].totals).toBe('none');
    expect(changed.down).toEqual(crosstab.down);
  });
});

describe('links of a crosstab', () => {
  const at = (id: string): LinkPlace => ({ id, element: crosstab, section, band: 'reportHeader', level: 0 });
  const offered = (id: string) =>
    sourcesAt(
      at(id),
      report,
      false,
      (name) => name,
      (chart) => chart.chart === 'histogram',
    ).map((s) => s.value);

  it('carry the keys of both directions from cells and totals, and of its own from a heading', () => {
    expect(offered('x')).toEqual(['level:xf1', 'level:xf2', 'level:xf3', 'level:xf3:start', 'level:xf3:end', 'expression:vessel']);
    expect(offered('xf2-total').slice(0, 3)).toEqual(['level:xf1', 'level:xf2', 'level:xf3']);
    expect(offered('xf2')).toEqual(['level:xf1', 'level:xf2']);
    expect(offered('xf3')).toEqual(['level:xf3', 'level:xf3:start', 'level:xf3:end']);
  });

  it('are put where they stand and found there again', () => {
    const link = { report: 'r', carries: [] };
    for (const id of ['x', 'xf1', 'xf3-total']) {
      expect(linkAt(report, id)).toBeUndefined();
      const edit = putLink(report, id, link);
      if (edit?.type !== 'replace' || edit.item.kind !== 'element') throw new Error('no element');
      const part = { id: 'p', height: 40, elements: [edit.item.element] };
      const sections = [{ ...section, reportHeader: { parts: [part] } }] as Section[];
      const next = { ...report, sheets: [{ ...report.sheets![0], sections }] };
      expect(linkAt(next, id)).toEqual(link);
      expect(['x', 'xf1', 'xf3-total'].filter((other) => linkAt(next, other))).toEqual([id]);
    }
    expect(putLink(report, 'gone', link)).toBeUndefined();
  });
});
