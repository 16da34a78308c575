import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { ParameterInfo } from '../api/generated';
import { ParameterField } from './ParameterField';

interface Props {
  parameters: ParameterInfo[];
  /** What was given so far, by name. */
  values: Record<string, string>;
  onChange: (values: Record<string, string>) => void;
  /** Offers to go back to the defaults. */
  reset?: boolean;
}

/** What the report asks for. A change runs it again at once. */
export function ParameterStrip({ parameters, values, onChange, reset = true }: Props) {
  const shown = parameters.filter((p) => p.setBy === 'reader');
  const set = (name: string, text: string) => {
    const next = { ...values, [name]: text };
    // An emptied field goes back to its default; without one it stays empty.
    if (text === '') delete next[name];
    onChange(next);
  };
  return (
    <Box role="group" aria-label="Parameters" sx={{ display: 'flex', gap: 1, alignItems: 'center', flexWrap: 'wrap', minHeight: 32 }}>
      {shown.map((p) => <ParameterField key={`${p.name} ${p.value}`} parameter={p} text={values[p.name] ?? p.value} onCommit={(text) => set(p.name, text)} />)}
      {reset && shown.some((p) => p.name in values) && <Button size="small" onClick={() => onChange({})}>Reset</Button>}
      {shown.length === 0 && <Box sx={{ color: 'text.secondary' }}>This report asks for nothing.</Box>}
    </Box>
  );
}
