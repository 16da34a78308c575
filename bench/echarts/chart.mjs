// The yardstick of the chart benchmark: the same column chart to SVG, again and again in one warm process. Prints milliseconds a chart.
import * as echarts from 'echarts';

const months = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];
const option = {
  animation: false,
  title: { text: 'Passengers by month', left: 'center' },
  xAxis: { type: 'category', data: months, name: 'Month' },
  yAxis: { type: 'value' },
  series: [{ type: 'bar', data: months.map((_, i) => 40000 + i * i * 1337), label: { show: true, position: 'top' } }],
};
function draw() {
  const chart = echarts.init(null, null, { renderer: 'svg', ssr: true, width: 500, height: 240 });
  chart.setOption(option);
  const svg = chart.renderToSVGString();
  chart.dispose();
  return svg.length;
}
for (let i = 0; i < 300; i++) draw();
const times = [];
for (let round = 0; round < 21; round++) {
  const start = performance.now();
  for (let i = 0; i < 50; i++) draw();
  times.push((performance.now() - start) / 50);
}
console.log(times.sort((a, b) => a - b)[10]);
