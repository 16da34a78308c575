import type { Parameter } from '../../../api/generated';
import { Blank } from '../../../sentence/Blank';
import { Sentence } from '../../../sentence/Sentence';
import type { GroupedBy } from './GroupBlanks';

/** What is printed of a level though no row is there, or no key. */
export function GapsSentence({
  grouping: level,
  parameters,
  empties = [
    { value: '', label: 'in a group of their own' },
    { value: 'omit', label: 'right in the group around', hint: 'without header and footer' },
  ],
  onChange,
}: {
  grouping: GroupedBy;
  parameters: Parameter[];
  /** Where rows without a value stand: by themselves, or not. */
  empties?: { value: string; label: string; hint?: string }[];
  onChange: (change: Partial<GroupedBy>) => void;
}) {
  const periods = parameters.filter((p) => p.shape === 'period');
  const ends = (which: 'start' | 'end') =>
    periods.map((p) => ({ value: `period_${which}(:${p.name})`, label: `the ${which} of ${p.name}` }));
  const asked = level.orderBy || level.keep || level.first;
  return (
    <>
      <Sentence>
        Groups without rows are{' '}
        <Blank
          label="Groups without rows"
          choices={[
            { value: '', label: 'left out' },
            {
              value: 'fill',
              label: 'printed too',
              hint: asked ? 'only in the order of their keys' : 'as months in which nothing sailed',
              disabled: Boolean(asked),
            },
          ]}
          onPick={(v) => onChange({ fill: v === 'fill' ? (level.fill ?? { from: null, to: null }) : null })}
        >
          {level.fill ? 'printed too' : 'left out'}
        </Blank>
        {level.fill && (
          <>
            , from{' '}
            <Blank
              label="First group"
              choices={[{ value: '', label: 'the first that has rows' }, ...ends('start')]}
              typed={level.fill.from ?? ''}
              typing="Another beginning, as DATE '2025-01-01'…"
              onPick={(from) => onChange({ fill: { from: from || null, to: level.fill?.to ?? null } })}
            >
              {ends('start').find((e) => e.value === level.fill?.from)?.label ?? (level.fill.from || 'the first that has rows')}
            </Blank>{' '}
            to{' '}
            <Blank
              label="Last group"
              choices={[{ value: '', label: 'the last that has rows' }, ...ends('end')]}
              typed={level.fill.to ?? ''}
              typing="Another end, as DATE '2025-12-31'…"
              onPick={(to) => onChange({ fill: { from: level.fill?.from ?? null, to: to || null } })}
            >
              {ends('end').find((e) => e.value === level.fill?.to)?.label ?? (level.fill.to || 'the last that has rows')}
            </Blank>
          </>
        )}
        .
      </Sentence>
      <Sentence>
        Rows without a value stand{' '}
        <Blank label="Rows without a value" choices={empties} onPick={(v) => onChange({ omitEmpty: v === 'omit' })}>
          {empties[level.omitEmpty ? 1 : 0].label}
        </Blank>
        .
      </Sentence>
    </>
  );
}
