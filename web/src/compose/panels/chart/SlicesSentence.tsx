import type { ChartSlices } from '../../../api/generated';
import { Sentence } from '../../../sentence/Sentence';
import { NumberBlank, PickBlank } from '../parts/PickBlank';

/** How slices, and the room between columns, are cut. */
export function SlicesSentence({
  slices,
  isPie,
  onChange,
}: {
  slices: ChartSlices;
  isPie: boolean;
  onChange: (change: Partial<ChartSlices>) => void;
}) {
  const depth = (
    <PickBlank
      label="Depth"
      list={[
        { value: 'flat', label: 'flat' },
        { value: 'depth', label: 'with a side, which makes them harder to compare' },
      ]}
      value={slices.depth ? 'depth' : 'flat'}
      onPick={(v) => onChange({ depth: v === 'depth' })}
    />
  );
  const share = (value?: number | null) => (value == null ? null : Math.round(value * 100));
  if (!isPie)
    return (
      <Sentence>
        Between columns{' '}
        <NumberBlank
          label="Room between columns, per cent"
          value={share(slices.gap)}
          automatic="as much as usual"
          onPick={(v) => onChange({ gap: v === null ? null : Math.min(90, Math.max(0, v)) / 100 })}
        />{' '}
        {slices.gap != null && '% '}is left open; they are {depth}.
      </Sentence>
    );
  return (
    <Sentence>
      Slices begin at{' '}
      <NumberBlank
        label="First slice, degrees"
        value={slices.start || null}
        automatic="the top"
        onPick={(v) => onChange({ start: v ?? 0 })}
      />
      ; those below{' '}
      <NumberBlank
        label="Smallest slice, per cent"
        value={share(slices.smallest || null)}
        automatic="no share"
        onPick={(v) => onChange({ smallest: Math.min(50, Math.max(0, v ?? 0)) / 100 })}
      />{' '}
      {slices.smallest ? '% ' : ''}become one;{' '}
      <PickBlank
        label="Largest slice"
        list={[
          { value: 'in', label: 'none stands apart' },
          { value: 'apart', label: 'the largest stands apart' },
        ]}
        value={slices.largestApart ? 'apart' : 'in'}
        onPick={(v) => onChange({ largestApart: v === 'apart' })}
      />
      ; the hole is{' '}
      <NumberBlank
        label="Hole, per cent of the radius"
        value={share(slices.hole)}
        automatic="as usual"
        onPick={(v) => onChange({ hole: v === null ? null : Math.min(90, Math.max(0, v)) / 100 })}
      />
      {slices.hole != null && ' % of the radius'}; tilted by{' '}
      <NumberBlank
        label="Tilt, degrees"
        value={slices.tilt || null}
        automatic="nothing"
        onPick={(v) => onChange({ tilt: Math.min(60, Math.max(0, v ?? 0)) })}
      />
      {slices.tilt ? '°' : ''}, {depth}.
    </Sentence>
  );
}
