import Box from '@mui/material/Box';
import { useState } from 'react';
import type { ParameterInfo } from '../api/generated';
import { color } from '../theme/tokens';
import { StripField } from './StripField';

const inputType: Record<string, string> = { date: 'date', dateTime: 'datetime-local', whole: 'number', decimal: 'text', double: 'text', text: 'text' };

/** A parameter that is typed. Dates are taken as soon as they are whole, texts when Enter is pressed or the field is left; several values have commas between. */
export function ParameterField({ parameter, text, wrong, onCommit }: { parameter: ParameterInfo; text: string; wrong: boolean; onCommit: (text: string) => void }) {
  const several = parameter.shape === 'several';
  const shown = several && text.startsWith('[') ? (JSON.parse(text) as string[]).join(', ') : text;
  const [draft, setDraft] = useState(shown);
  const type = several ? 'text' : inputType[parameter.type] ?? 'text';
  const commit = (value: string) => {
    if (value === shown) return;
    const values = value.split(',').map((v) => v.trim()).filter(Boolean);
    onCommit(several ? (values.length ? JSON.stringify(values) : '') : value);
  };
  return (
    <StripField caption={parameter.caption} help={parameter.help} wrong={wrong}>
      {parameter.type === 'bool' ? (
        <Box component="select" name={parameter.name} value={draft} onChange={(e: React.ChangeEvent<HTMLSelectElement>) => { setDraft(e.target.value); commit(e.target.value); }} sx={field}>
          <option value="">any</option>
          <option value="true">yes</option>
          <option value="false">no</option>
        </Box>
      ) : (
        <Box
          component="input"
          name={parameter.name}
          type={type}
          value={type === 'datetime-local' ? draft.replace(' ', 'T').slice(0, 16) : draft}
          placeholder={parameter.required ? 'needed' : 'any'}
          aria-invalid={wrong}
          onChange={(e: React.ChangeEvent<HTMLInputElement>) => {
            setDraft(e.target.value);
            if (type === 'date' && /^[12]\d{3}-/.test(e.target.value)) commit(e.target.value);
          }}
          onBlur={() => commit(draft)}
          onKeyDown={(e: React.KeyboardEvent) => { if (e.key === 'Enter') commit(draft); }}
          sx={{ ...field, width: type === 'date' ? 104 : type === 'datetime-local' ? 150 : 120 }}
        />
      )}
      {parameter.every !== null && <Box component="button" type="button" onClick={() => onCommit('*')} aria-pressed={parameter.value === '*'} sx={{ border: 0, borderRadius: 1, px: 0.75, font: 'inherit', fontSize: 11, cursor: 'pointer', bgcolor: parameter.value === '*' ? color.mainTint : 'transparent', color: color.main }}>{parameter.every}</Box>}
    </StripField>
  );
}

const field = { font: 'inherit', color: color.ink, border: 0, '&:focus-visible': { outline: 0 }, bgcolor: 'transparent', p: 0 };
