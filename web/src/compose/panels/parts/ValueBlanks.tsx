import type { ReportDefinition, Section } from '../../../api/generated';
import { Blank } from '../../../sentence/Blank';
import { FieldTarget } from './FieldTarget';
import { useTotals } from '../../store/useTotals';

interface Props {
  values: { expression: string }[];
  /** How many there can be. */
  most?: number;
  definition: ReportDefinition;
  section: Section;
  /** Another total for one of them; an empty one takes it away. */
  onChange: (at: number, expression: string) => void;
  onAdd: (expression: string) => void;
}

/** “the sum of passengers and the number of rows and …”: what a chart draws, or a crosstab has in its cells. */
export function ValueBlanks({ values, most = Infinity, definition, section, onChange, onAdd }: Props) {
  const { offered, spoken, totalOf } = useTotals(definition, section);
  return (
    <>
      {values.map((value, i) => (
        <span key={i}>
          {i > 0 && ' and the '}
          <FieldTarget onField={(name) => onChange(i, totalOf(name))}>
            <Blank
              label={i === 0 ? 'Value' : `Value ${i + 1}`}
              expression="group"
              choices={values.length > 1 ? [...offered, { value: '', label: 'nothing: remove it' }] : offered}
              typed={value.expression}
              onPick={(expression) => onChange(i, expression)}
            >
              {spoken(value.expression)}
            </Blank>
          </FieldTarget>
        </span>
      ))}{' '}
      {values.length < most && (
        <FieldTarget onField={(name) => onAdd(totalOf(name))}>
          <Blank
            label="Another value"
            expression="group"
            choices={offered}
            typed=""
            onPick={(expression) => expression && onAdd(expression)}
          >
            and …
          </Blank>
        </FieldTarget>
      )}
    </>
  );
}

/** The values with one of them changed; what it was called went with what it was. */
export function withValue<T extends { expression: string; name?: string | null }>(values: T[], at: number, expression: string): T[] {
  return expression ? values.map((v, i) => (i === at ? { ...v, expression, name: null } : v)) : values.filter((_, i) => i !== at);
}
