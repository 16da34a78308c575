import type { ChartLegend } from '../../../api/generated';
import { ColourBlank } from '../../../sentence/ColourBlank';
import { Sentence } from '../../../sentence/Sentence';
import { aligns, legends, uprightAligns } from '../../document/choices';
import { NumberBlank, PickBlank } from '../parts/PickBlank';

/** Where the legend stands and how its names are arranged. */
export function LegendSentence({ legend, onChange }: { legend: ChartLegend; onChange: (legend: ChartLegend) => void }) {
  const set = (change: Partial<ChartLegend>) => onChange({ ...legend, ...change });
  const isUpright = legend.place === 'left' || legend.place === 'right';
  return (
    <Sentence>
      The legend stands{' '}
      <PickBlank label="Place of the legend" list={legends} value={legend.place ?? 'automatic'} onPick={(place) => set({ place })} />
      {legend.place !== 'none' && (
        <>
          ,{' '}
          <PickBlank
            label="Alignment of the legend"
            list={isUpright ? uprightAligns : aligns}
            value={legend.align ?? 'centre'}
            onPick={(align) => set({ align })}
          />
          , its names{' '}
          <NumberBlank
            label="Columns of the legend"
            value={legend.columns}
            automatic="one after the other"
            written={(n) => `in ${n} ${n === 1 ? 'column' : 'columns'}`}
            onPick={(columns) => set({ columns: columns === null ? null : Math.min(12, Math.max(1, Math.round(columns))) })}
          />
          ,{' '}
          <PickBlank
            label="Order of the legend"
            list={[
              { value: 'usual', label: 'in the order of the series' },
              { value: 'reversed', label: 'the last series first' },
            ]}
            value={legend.reversed ? 'reversed' : 'usual'}
            onPick={(v) => set({ reversed: v === 'reversed' })}
          />
          , with <ColourBlank label="Border of the legend" value={legend.border} none="no border" onPick={(border) => set({ border })} />
        </>
      )}
      .
    </Sentence>
  );
}
