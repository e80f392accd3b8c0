import { trained } from './road/orders';
const [order, n] = [process.argv[2] as 'proposed', +process.argv[3]!];
const runs = Array.from({ length: n }, (_, i) => trained(order, 7_100_001 + i));
console.log(process.argv[4], order, runs.map((r) => r.days.toFixed(0)).join(' '), 'mean', (runs.reduce((s, r) => s + r.days, 0) / n).toFixed(1), (runs.reduce((s, r) => s + r.hours, 0) / n).toFixed(1));
