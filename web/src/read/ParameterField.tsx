import Box from '@mui/material/Box';
import { useState } from 'react';
import type { ParameterInfo } from '../api/generated';
import { color } from '../theme/tokens';

const inputType: Record<string, string> = { date: 'date', dateTime: 'datetime-local', whole: 'number', decimal: 'text', double: 'text', text: 'text' };

/** One parameter. Dates are taken as soon as they are whole, texts when Enter is pressed or the field is left. */
export function ParameterField({ parameter, text, onCommit }: { parameter: ParameterInfo; text: string; onCommit: (text: string) => void }) {
  const [draft, setDraft] = useState(text);
  const missing = parameter.required && parameter.value === '';
  const type = inputType[parameter.type] ?? 'text';
  const commit = (value: string) => { if (value !== text) onCommit(value); };
  return (
    <Box component="label" sx={{ display: 'flex', alignItems: 'center', gap: 0.75, height: 28, px: 1, bgcolor: color.paper, border: `1px solid ${missing ? color.problem : color.line}`, borderRadius: 1, '&:focus-within': { borderColor: color.main } }}>
      <Box component="span" sx={{ fontSize: 11, color: missing ? color.problem : color.muted, whiteSpace: 'nowrap' }}>{parameter.caption}</Box>
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
          aria-invalid={missing}
          onChange={(e: React.ChangeEvent<HTMLInputElement>) => {
            setDraft(e.target.value);
            if (type === 'date' && /^[12]\d{3}-/.test(e.target.value)) commit(e.target.value);
          }}
          onBlur={() => commit(draft)}
          onKeyDown={(e: React.KeyboardEvent) => { if (e.key === 'Enter') commit(draft); }}
          sx={{ ...field, width: type === 'date' ? 104 : type === 'datetime-local' ? 150 : 120 }}
        />
      )}
    </Box>
  );
}

const field = { font: 'inherit', color: color.ink, border: 0, '&:focus-visible': { outline: 0 }, bgcolor: 'transparent', p: 0 };
