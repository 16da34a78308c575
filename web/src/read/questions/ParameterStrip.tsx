import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { ParameterInfo, Problem } from '../../api/generated';
import { color } from '../../theme/tokens';
import { ChoiceField, type LoadChoices } from './ChoiceField';
import { ParameterField } from './ParameterField';
import { PeriodField } from './PeriodField';
import { StripField } from './StripField';

interface Props {
  parameters: ParameterInfo[];
  /** What was given so far, by name. */
  values: Record<string, string>;
  problems: Problem[];
  load: LoadChoices;
  /** The run clock's day, as 2025-03-31. */
  today: string;
  onChange: (values: Record<string, string>) => void;
  /** Offers to go back to the defaults. */
  reset?: boolean;
}

/** What the report asks for. A change runs it again at once; what could not be taken is said below. */
export function ParameterStrip({ parameters, values, problems, load, today, onChange, reset = true }: Props) {
  const shown = parameters.filter((p) => p.setBy === 'reader' || (!p.hidden && p.words));
  const set = (name: string, text: string) => {
    const next = { ...values, [name]: text };
    // An emptied field goes back to its default; without one it stays empty.
    if (text === '') delete next[name];
    onChange(next);
  };
  const said = problems.filter((p) => p.place && p.code === 'value-not-offered' && parameters.some((q) => q.name === p.place));
  const version = JSON.stringify(values);
  return (
    <Box>
      <Box role="group" aria-label="Parameters" sx={{ display: 'flex', gap: 1, alignItems: 'center', flexWrap: 'wrap', minHeight: 32 }}>
        {shown.map((p) => {
          const wrong = problems.some((q) => q.place === p.name && q.severity === 'error') || (p.required && p.value === '');
          if (p.setBy !== 'reader')
            return (
              <StripField key={p.name} parameter={p}>
                <span>{p.words}</span>
              </StripField>
            );
          if (p.hasChoices)
            return (
              <ChoiceField
                key={p.name}
                parameter={p}
                text={values[p.name] ?? p.value}
                wrong={wrong}
                load={load}
                version={version}
                onCommit={(text) => set(p.name, text)}
              />
            );
          if (p.shape === 'period')
            return <PeriodField key={p.name} parameter={p} wrong={wrong} today={today} onCommit={(text) => set(p.name, text)} />;
          return (
            <ParameterField
              key={p.type.startsWith('date') ? p.name : `${p.name} ${p.value}`}
              parameter={p}
              text={values[p.name] ?? p.value}
              wrong={wrong}
              onCommit={(text) => set(p.name, text)}
            />
          );
        })}
        {reset && shown.some((p) => p.name in values) && (
          <Button size="small" onClick={() => onChange({})}>
            Reset
          </Button>
        )}
        {shown.length === 0 && <Box sx={{ color: 'text.secondary' }}>No parameters</Box>}
      </Box>
      {said.map((p, i) => (
        <Box key={i} role="status" sx={{ fontSize: 12, color: color.problem }}>
          {p.message}
        </Box>
      ))}
    </Box>
  );
}
