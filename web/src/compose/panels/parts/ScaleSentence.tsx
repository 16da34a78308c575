import type { NumberScale, ScaleForm } from '../../../api/generated';
import { Blank } from '../../../sentence/Blank';
import { ColourBlank } from '../../../sentence/ColourBlank';
import { Sentence } from '../../../sentence/Sentence';

const forms: { value: ScaleForm; label: string }[] = [
  { value: 'bars', label: 'a bar behind it' },
  { value: 'colors', label: 'a colour behind it' },
  { value: 'signs', label: 'a sign for above and below zero' },
];
const usual = { low: '#E9CDBE', high: '#BFDDD8' };

/** How a number shows its size among those of its column. */
export function ScaleSentence({
  scale,
  isOfRow,
  onChange,
}: {
  scale: NumberScale | null;
  /** True in the rows, where numbers can be compared with those of the other rows. */
  isOfRow: boolean;
  onChange: (scale: NumberScale | null) => void;
}) {
  const offered = forms.filter((f) => isOfRow || f.value === 'signs');
  const low = scale?.form === 'signs' ? 'below zero' : scale?.form === 'bars' ? 'below zero' : 'from';
  return (
    <Sentence>
      The number shows its size by{' '}
      <Blank
        label="Size shown by"
        choices={[{ value: '', label: 'nothing' }, ...offered]}
        onPick={(v) =>
          onChange(v ? { ...usual, ...(v === 'signs' ? { low: '#8A4B2A', high: '#0B5D5B' } : {}), form: v as ScaleForm } : null)
        }
      >
        {forms.find((f) => f.value === scale?.form)?.label ?? 'nothing'}
      </Blank>
      {scale && (
        <>
          , {low}{' '}
          <ColourBlank
            label="Low colour"
            value={scale.low}
            none="the usual one"
            onPick={(color) => onChange({ ...scale, low: color ?? usual.low })}
          />
          {scale.form === 'colors' ? ' to ' : ', above '}
          <ColourBlank
            label="High colour"
            value={scale.high}
            none="the usual one"
            onPick={(color) => onChange({ ...scale, high: color ?? usual.high })}
          />
        </>
      )}
      .
    </Sentence>
  );
}
