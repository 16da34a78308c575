import { useCompose } from './composeStore';

/** What the server says of a chart at the vantage; nothing while it is not drawn. */
export const useChartView = (chart: string) => useCompose((s) => s.view?.bands.flatMap((b) => b.charts).find((c) => c.id === chart));
