// @vitest-environment jsdom
import { expect, test } from 'vitest';
import { isWebAddress, targetsOf } from './linkTargets';

const mark = (attributes: Record<string, string>) => {
  const element = document.createElementNS('http://www.w3.org/2000/svg', 'rect');
  for (const [name, value] of Object.entries(attributes)) element.setAttribute(`data-${name}`, value);
  return element;
};

test('a mark without a link does nothing, and one with several offers all of them in their order', () => {
  expect(targetsOf(mark({ mark: 'x' }))).toEqual([]);
  const also = [
    { report: '', title: 'its group', open: 'here', values: { route: 'Holm' }, group: { level: 'l2', key: 'Holm' } },
    { report: '', title: 'example.org', open: 'newTab', values: {}, address: 'https://example.org/Holm' },
  ];
  const all = targetsOf(
    mark({
      report: 'detail',
      title: 'Detail',
      open: 'beside',
      values: '{"route":"Holm"}',
      proof: 'p',
      also: JSON.stringify(also),
    }),
  );
  expect(all.map((t) => t.title)).toEqual(['Detail', 'its group', 'example.org']);
  expect(all[0]).toMatchObject({ report: 'detail', values: { route: 'Holm' }, proof: 'p' });
  expect(all[1].group).toEqual({ level: 'l2', key: 'Holm' });
  expect(all[2].address).toBe('https://example.org/Holm');
});

test('a sign opens its group and nothing else', () => {
  expect(targetsOf(mark({ opens: '["l1","2025"]' }))).toMatchObject([{ toggle: '["l1","2025"]', report: '' }]);
});

test.each(['javascript:alert(1)', 'data:text/html,x', '//example.org', ' https://example.org', 'ftp://example.org', ''])(
  'what is no web address is never opened: %s',
  (address) => expect(isWebAddress(address)).toBe(false),
);
