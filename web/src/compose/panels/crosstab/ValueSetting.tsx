import Box from '@mui/material/Box';
import type { CrosstabForm, CrosstabValue, ReportDefinition, Section } from '../../../api/generated';
import { Blank } from '../../../sentence/Blank';
import { Sentence } from '../../../sentence/Sentence';
import { Setting } from '../../../sentence/Setting';
import { TextSetting } from '../../../sentence/TextSetting';
import { useDivisions } from '../chart/ChartSentence';
import { PickBlank } from '../parts/PickBlank';
import { RuleList } from '../parts/RuleList';
import { ScaleSentence } from '../parts/ScaleSentence';

const forms: { value: CrosstabForm; label: string; hint?: string }[] = [
  { value: 'value', label: 'the number itself' },
  { value: 'shareOfRow', label: 'its share of the row' },
  { value: 'shareOfColumn', label: 'its share of the column' },
  { value: 'shareOfWhole', label: 'its share of the whole' },
  { value: 'difference', label: 'its difference to the column before' },
  { value: 'differenceToYearBefore', label: 'its difference to the same period a year before' },
  { value: 'running', label: 'the total of the row up to there' },
  { value: 'rank', label: 'its rank in the column', hint: 'the largest first' },
];

interface Props {
  value: CrosstabValue;
  name: string;
  definition: ReportDefinition;
  section: Section;
  onChange: (change: Partial<CrosstabValue>) => void;
}

/** What a value is shown as, and how it looks. */
export function ValueSetting({ value, name, definition, section, onChange }: Props) {
  const divisions = useDivisions(definition, section);
  const rules = value.rules ?? [];
  const form = value.as ?? 'value';
  const summary = [
    form !== 'value' && forms.find((f) => f.value === form)?.label.replace(/^its |^the /, ''),
    value.scale && 'with its size',
    value.lineOver && 'as a line',
    rules.length > 0 && 'looks under conditions',
  ].filter(Boolean);
  return (
    <Setting name={value.name || name.charAt(0).toUpperCase() + name.slice(1)} summary={summary.join(', ') || 'the number itself'}>
      <Sentence>
        Each cell shows{' '}
        <PickBlank label={`Shown of ${name}`} list={forms} value={form} onPick={(as) => onChange({ as: as as CrosstabForm })} />, as{' '}
        <Blank
          label={`Number or line of ${name}`}
          choices={[{ value: '', label: 'a number' }, ...divisions.map((d) => ({ value: d.value, label: `a small line over ${d.label}` }))]}
          typed={value.lineOver ?? ''}
          expression="row"
          typing="A small line over an expression…"
          onPick={(v) => onChange({ lineOver: v || null })}
        >
          {value.lineOver ? `a small line over ${divisions.find((d) => d.value === value.lineOver)?.label ?? value.lineOver}` : 'a number'}
        </Blank>
        .
      </Sentence>
      <ScaleSentence scale={value.scale ?? null} isOfRow onChange={(scale) => onChange({ scale })} />
      {value.scale && value.scale.form !== 'signs' && (
        <Sentence>
          It is compared with{' '}
          <PickBlank
            label={`${name} compared with`}
            list={[
              { value: 'all', label: 'all of the crosstab' },
              { value: 'row', label: 'its row alone' },
            ]}
            value={value.scaleByRow ? 'row' : 'all'}
            onPick={(v) => onChange({ scaleByRow: v === 'row' })}
          />
          .
        </Sentence>
      )}
      <Box sx={{ display: 'grid', gap: 1, my: 1 }}>
        <TextSetting
          label="Name of the value"
          value={value.name ?? ''}
          placeholder={name}
          onCommit={(text) => onChange({ name: text || null })}
        />
        <TextSetting
          label="Pattern of the value"
          value={value.pattern ?? ''}
          placeholder="what suits it"
          onCommit={(text) => onChange({ pattern: text || null })}
        />
      </Box>
      <RuleList
        rules={rules}
        first={`${value.expression} < 0`}
        condition={(rule, set) => (
          <Blank
            label="Condition over a cell"
            example={`${value.expression} > 100`}
            expression="group"
            typed={rule.when}
            onPick={(when) => when.trim() && set(when)}
          >
            {rule.when}
          </Blank>
        )}
        onChange={(changed) => onChange({ rules: changed })}
      />
    </Setting>
  );
}
