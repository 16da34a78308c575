import TextField from '@mui/material/TextField';
import { useEffect, useState } from 'react';

interface Props {
  label: string;
  value: string;
  placeholder?: string;
  multiline?: boolean;
  onCommit: (value: string) => void;
}

/** A text that is taken with Enter, or when the field is left. Escape takes back what was typed. */
export function TextSetting({ label, value, placeholder, multiline, onCommit }: Props) {
  const [draft, setDraft] = useState(value);
  useEffect(() => setDraft(value), [value]);
  const commit = () => { if (draft !== value) onCommit(draft); };
  return (
    <TextField
      label={label}
      value={draft}
      placeholder={placeholder}
      multiline={multiline}
      fullWidth
      slotProps={{ inputLabel: { shrink: true } }}
      onChange={(e) => setDraft(e.target.value)}
      onBlur={commit}
      onKeyDown={(e) => {
        if (e.key === 'Enter' && !e.shiftKey) { e.preventDefault(); commit(); }
        if (e.key === 'Escape') { e.stopPropagation(); setDraft(value); }
      }}
    />
  );
}
