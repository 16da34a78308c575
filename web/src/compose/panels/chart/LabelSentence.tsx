import type { ChartLabels, LabelPart } from '../../../api/generated';
import { Sentence } from '../../../sentence/Sentence';
import { TextSetting } from '../../../sentence/TextSetting';
import { labelOf, parts, places, shows } from '../../document/choices';
import { NumberBlank, PickBlank } from '../parts/PickBlank';

const saysChoices = [
  { value: '', label: 'what suits' },
  ...[
    'value',
    'share',
    'category',
    'series',
    'value, share',
    'category, value',
    'category, share',
    'category, value, share',
    'series, value',
  ].map((v) => ({
    value: v,
    label: `its ${v
      .split(', ')
      .map((p) => labelOf(parts, p))
      .join(' and its ')}`,
  })),
];

/** What is written on the marks. */
export function LabelSentence({
  labels,
  name,
  onChange,
}: {
  labels: ChartLabels;
  /** Of the series, where the labels are its own. */
  name?: string;
  onChange: (change: Partial<ChartLabels>) => void;
}) {
  const label = (what: string) => (name ? `${what}, ${name}` : what);
  return (
    <>
      <Sentence>
        Each mark wears{' '}
        {labels.template != null ? (
          'words of my own'
        ) : (
          <PickBlank
            label={label('Labels say')}
            list={saysChoices}
            value={(labels.says ?? []).join(', ')}
            onPick={(v) => onChange({ says: v === '' ? [] : (v.split(', ') as LabelPart[]) })}
          />
        )}{' '}
        {labels.template == null && (labels.says?.length ?? 0) > 1 && (
          <>
            <PickBlank
              label={label('Lines of labels')}
              list={[
                { value: 'one', label: 'on one line' },
                { value: 'each', label: 'each on a line of its own' },
              ]}
              value={labels.onLines ? 'each' : 'one'}
              onPick={(v) => onChange({ onLines: v === 'each' })}
            />{' '}
          </>
        )}
        <PickBlank
          label={label('Place of labels')}
          list={places}
          value={labels.place ?? 'automatic'}
          onPick={(place) => onChange({ place })}
        />
        , with{' '}
        <NumberBlank
          label={label('Decimals of labels')}
          value={labels.decimals}
          automatic="as many decimals as suit"
          written={(n) => `${n} ${n === 1 ? 'decimal' : 'decimals'}`}
          onPick={(n) => onChange({ decimals: n === null ? null : Math.min(12, Math.max(0, Math.round(n))) })}
        />
        , <PickBlank label={label('Labels shown')} list={shows} value={labels.show ?? 'ifAllFit'} onPick={(show) => onChange({ show })} />.
      </Sentence>
      <TextSetting
        label={label('Own words on marks')}
        value={labels.template ?? ''}
        placeholder="{{ value }} ({{ share }})"
        multiline
        onCommit={(text) => onChange({ template: text || null })}
      />
    </>
  );
}
