import type { Level, Parameter } from '../../api/generated';
import { Blank } from '../../sentence/Blank';
import { Sentence } from '../../sentence/Sentence';
import { useCompose } from '../composeStore';

/** What is printed of a level though no row is there, or no key. */
export function GapsSentence({ level, parameters }: { level: Level; parameters: Parameter[] }) {
  const { edit } = useCompose('edit');
  const set = (change: object) => void edit({ type: 'setLevel', level: level.id, ...change });
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
          onPick={(v) => set({ fillGaps: v === 'fill' })}
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
              onPick={(fillFrom) => set({ fillFrom })}
            >
              {ends('start').find((e) => e.value === level.fill?.from)?.label ?? (level.fill.from || 'the first that has rows')}
            </Blank>{' '}
            to{' '}
            <Blank
              label="Last group"
              choices={[{ value: '', label: 'the last that has rows' }, ...ends('end')]}
              typed={level.fill.to ?? ''}
              typing="Another end, as DATE '2025-12-31'…"
              onPick={(fillTo) => set({ fillTo })}
            >
              {ends('end').find((e) => e.value === level.fill?.to)?.label ?? (level.fill.to || 'the last that has rows')}
            </Blank>
          </>
        )}
        .
      </Sentence>
      <Sentence>
        Rows without a value stand{' '}
        <Blank
          label="Rows without a value"
          choices={[
            { value: '', label: 'in a group of their own' },
            { value: 'omit', label: 'right in the group around', hint: 'without header and footer' },
          ]}
          onPick={(v) => set({ omitEmpty: v === 'omit' })}
        >
          {level.omitEmpty ? 'right in the group around' : 'in a group of their own'}
        </Blank>
        .
      </Sentence>
    </>
  );
}
