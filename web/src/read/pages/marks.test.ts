// @vitest-environment jsdom
import { beforeEach, expect, test } from 'vitest';
import { bringOut, markChosen, markOf, walk } from './marks';

beforeEach(() => {
  document.body.innerHTML = `<svg><g data-figure-id="c">
    <rect data-series="0"/><rect data-series="1"/>
    <rect data-mark="c-0" id="a" class="mark linked" data-report="r" data-values='{"x":"1"}'/>
    <rect data-mark="c-1" id="b" class="mark linked" data-report="r" data-values='{"x":"2"}'/>
    <rect data-mark="c-legend-0" id="l" data-series="1"/></g></svg>`;
});
const at = (id: string) => document.getElementById(id)!;

test('arrow keys lead through the marks of a chart and stop at its ends', () => {
  expect(walk(at('a'), 'ArrowRight')?.id).toBe('b');
  expect(walk(at('a'), 'ArrowLeft')).toBeUndefined();
  expect(walk(at('a'), 'End')?.id).toBe('l');
  expect(walk(at('b'), 'Home')?.id).toBe('a');
  expect(walk(at('b'), 'Tab')).toBeUndefined();
  expect(markOf(document.querySelector('[data-series="0"]')!)).toBeNull();
});

test('a series is brought out and put back', () => {
  const figure = document.querySelector('g')!;
  bringOut(figure, '1');
  expect(figure.classList.contains('dimmed')).toBe(true);
  expect([...figure.querySelectorAll('.lit')].length).toBe(2);
  bringOut(figure);
  expect(figure.querySelectorAll('.lit').length).toBe(0);
  expect(figure.classList.contains('dimmed')).toBe(false);
});

test('what was clicked stays marked while its report is beside', () => {
  markChosen(document.body, { report: 'r', values: { x: '2' } });
  expect(at('b').classList.contains('chosen')).toBe(true);
  expect(at('a').classList.contains('chosen')).toBe(false);
  markChosen(document.body, undefined);
  expect(at('b').classList.contains('chosen')).toBe(false);
});

test('arrow keys lead through a table by its rows and columns, over cells without rows', () => {
  const cell = (id: string, x: number, y: number) =>
    `<rect data-mark="${id}" id="${id}" data-figure="1" x="${x}" y="${y}" width="9" height="9"/>`;
  document.body.innerHTML = `<svg><g data-figure-id="x" data-table="">
    ${cell('a1', 0, 0)}${cell('b1', 20, 0)}${cell('a2', 0, 10)}${cell('c2', 40, 10)}${cell('b3', 20, 20)}</g></svg>`;
  expect(walk(at('a1'), 'ArrowRight')?.id).toBe('b1');
  expect(walk(at('b1'), 'ArrowDown')?.id).toBe('b3');
  expect(walk(at('b3'), 'ArrowUp')?.id).toBe('b1');
  expect(walk(at('a2'), 'ArrowRight')?.id).toBe('c2');
  expect(walk(at('c2'), 'ArrowLeft')?.id).toBe('a2');
  expect(walk(at('c2'), 'ArrowRight')).toBeUndefined();
  expect(walk(at('b3'), 'Home')?.id).toBe('a1');
  // What is beside tables and charts is walked by itself.
  const svg = document.querySelector('svg')!;
  svg.innerHTML += cell('p1', 0, 50) + cell('p2', 0, 60);
  expect(walk(at('p1'), 'ArrowDown')?.id).toBe('p2');
  expect(walk(at('p1'), 'ArrowUp')).toBeUndefined();
});
