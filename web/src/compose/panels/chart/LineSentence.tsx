import Button from '@mui/material/Button';
import type { ChartLine } from '../../../api/generated';
import { Blank } from '../../../sentence/Blank';
import { Sentence } from '../../../sentence/Sentence';
import { dashes, labelOf, measures, sides } from '../../document/choices';
import { PickBlank } from '../parts/PickBlank';

/** A line or a band across the plot. */
export function LineSentence({
  line,
  onChange,
  onRemove,
}: {
  line: ChartLine;
  onChange: (change: Partial<ChartLine>) => void;
  onRemove: () => void;
}) {
  return (
    <Sentence>
      {line.to ? 'A band from ' : 'A line at '}
      <Blank
        label="Line at"
        choices={measures}
        typed={line.at ?? ''}
        expression="group"
        typing="A number or an expression…"
        onPick={(v) => onChange(measures.some((m) => m.value === v) ? { at: null, measure: v as ChartLine['measure'] } : { at: v || null })}
      >
        {line.at ?? labelOf(measures, line.measure ?? 'average')}
      </Blank>{' '}
      <Blank
        label="Band to"
        choices={[{ value: '', label: 'alone' }]}
        typed={line.to ?? ''}
        expression="group"
        typing="To a number or an expression…"
        onPick={(to) => onChange({ to: to || null })}
      >
        {line.to ? `to ${line.to}` : 'alone'}
      </Blank>
      , called{' '}
      <Blank label="Name of the line" typed={line.name ?? ''} onPick={(name) => onChange({ name: name || null })}>
        {line.name || 'what it is'}
      </Blank>
      , <PickBlank label="Dash of the line" list={dashes} value={line.dash ?? 'dashed'} onPick={(dash) => onChange({ dash })} />, at{' '}
      <PickBlank
        label="Axis of the line"
        list={sides.slice(1)}
        value={line.right ? 'right' : 'left'}
        onPick={(v) => onChange({ right: v === 'right' })}
      />
      .{' '}
      <Button size="small" onClick={onRemove} aria-label="Remove the line">
        Remove
      </Button>
    </Sentence>
  );
}
