import type { ChartLabels, LabelPart } from '../../../api/generated';
import { Sentence } from '../../../sentence/Sentence';
import { labelOf, parts, places, shows } from './choices';
import { PickBlank } from './PickBlank';

const saysChoices = [
  { value: '', label: 'what suits' },
  ...['value', 'share', 'value, share', 'category, value', 'category, value, share', 'series, value'].map((v) => ({
    value: v,
    label: `its ${v
      .split(', ')
      .map((p) => labelOf(parts, p))
      .join(' and its ')}`,
  })),
];

/** What is written on the marks. */
export function LabelSentence({ labels, onChange }: { labels: ChartLabels; onChange: (change: Partial<ChartLabels>) => void }) {
  return (
    <Sentence>
      Each mark wears{' '}
      <PickBlank
        label="Labels say"
        list={saysChoices}
        value={(labels.says ?? []).join(', ')}
        onPick={(v) => onChange({ says: v === '' ? [] : (v.split(', ') as LabelPart[]) })}
      />{' '}
      <PickBlank label="Place of labels" list={places} value={labels.place ?? 'automatic'} onPick={(place) => onChange({ place })} />,{' '}
      <PickBlank label="Labels shown" list={shows} value={labels.show ?? 'ifAllFit'} onPick={(show) => onChange({ show })} />.
    </Sentence>
  );
}
