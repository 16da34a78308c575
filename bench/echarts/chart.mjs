// The yardstick of the chart benchmarks: the same chart to SVG, again and again in one warm process. Prints milliseconds a chart for each
// type that is asked for, as JSON.
import * as echarts from 'echarts';

const months = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];
const numbers = months.map((_, i) => 40000 + i * i * 1337);
const title = { text: 'Passengers by month', left: 'center' };
const axes = { xAxis: { type: 'category', data: months, name: 'Month' }, yAxis: { type: 'value' } };
const label = { show: true, position: 'top' };
const named = months.map((name, i) => ({ name, value: numbers[i] }));
const many = Array.from({ length: 10000 }, (_, i) => [(i * 7919) % 10007, (i * 104729) % 9973]);
const grid = months.flatMap((_, m) => [0, 1, 2].map((r) => [m, r, numbers[m] * (r + 1)]));
const visualMap = { min: 40000, max: 700000, show: true, orient: 'horizontal', left: 'center', bottom: 0 };

const options = {
  columns: { ...axes, series: [{ type: 'bar', data: numbers, label }] },
  bars: { xAxis: axes.yAxis, yAxis: axes.xAxis, series: [{ type: 'bar', data: numbers, label: { show: true, position: 'right' } }] },
  lines: { ...axes, series: [{ type: 'line', data: numbers, label }] },
  areas: { ...axes, series: [{ type: 'line', areaStyle: {}, data: numbers, label }] },
  pie: { series: [{ type: 'pie', data: named }] },
  doughnut: { series: [{ type: 'pie', radius: ['40%', '70%'], data: named }] },
  scatter: { xAxis: {}, yAxis: {}, series: [{ type: 'scatter', data: months.map((_, i) => [i * 3, numbers[i]]) }] },
  bubbles: {
    xAxis: {},
    yAxis: {},
    series: [{ type: 'scatter', data: months.map((_, i) => [i * 3, numbers[i], i]), symbolSize: (d) => 4 + d[2] * 2 }],
  },
  boxes: { ...axes, series: [{ type: 'boxplot', data: numbers.map((n) => [n * 0.5, n * 0.8, n, n * 1.2, n * 1.6]) }] },
  heatMap: {
    xAxis: axes.xAxis,
    yAxis: { type: 'category', data: ['a', 'b', 'c'] },
    visualMap,
    series: [{ type: 'heatmap', data: grid, label: { show: true } }],
  },
  treemap: { series: [{ type: 'treemap', data: named, breadcrumb: { show: false } }] },
  funnel: { series: [{ type: 'funnel', data: named }] },
  radar: { radar: { indicator: months.map((name) => ({ name, max: 250000 })) }, series: [{ type: 'radar', data: [{ value: numbers }] }] },
  gauge: { series: [{ type: 'gauge', min: 0, max: 250000, data: [{ value: numbers[5] }] }] },
  manyPoints: { xAxis: {}, yAxis: {}, series: [{ type: 'scatter', data: many, symbolSize: 3 }] },
};

function draw(option) {
  const chart = echarts.init(null, null, { renderer: 'svg', ssr: true, width: 500, height: 240 });
  chart.setOption({ animation: false, title, ...option });
  const svg = chart.renderToSVGString();
  chart.dispose();
  return svg.length;
}

function measure(name) {
  const [warm, rounds, each] = name === 'manyPoints' ? [2, 5, 1] : [60, 11, 12];
  for (let i = 0; i < warm; i++) draw(options[name]);
  const times = [];
  for (let round = 0; round < rounds; round++) {
    const start = performance.now();
    for (let i = 0; i < each; i++) draw(options[name]);
    times.push((performance.now() - start) / each);
  }
  return times.sort((a, b) => a - b)[Math.floor(rounds / 2)];
}

const wanted = process.argv.slice(2);
const names = wanted.length ? wanted : Object.keys(options);
console.log(JSON.stringify(Object.fromEntries(names.map((name) => [name, measure(name)]))));
