import TextField from '@mui/material/TextField';
import { typingKeys } from './typingKeys';
import { useDraft } from '../undo/useDraft';

interface Props {
  label: string;
  value: string;
  placeholder?: string;
  multiline?: boolean;
  onCommit: (value: string) => void;
}

/** A text that is taken with Enter (of several lines: with Ctrl+Enter), or however the field is left. Escape takes back what was typed. */
export function TextSetting({ label, value, placeholder, multiline, onCommit }: Props) {
  const { draft, setDraft, take, drop } = useDraft(value, onCommit);
  return (
    <TextField
      label={label}
      value={draft}
      placeholder={placeholder}
      multiline={multiline}
      fullWidth
      helperText={multiline && draft !== value ? typingKeys(true) : undefined}
      slotProps={{ inputLabel: { shrink: true } }}
      onChange={(e) => setDraft(e.target.value)}
      onBlur={take}
      onKeyDown={(e) => {
        if (e.key === 'Enter' && (multiline ? e.ctrlKey || e.metaKey : !e.shiftKey)) {
          e.preventDefault();
          take();
        }
        // Where nothing is typed, Escape leads out of what the field stands in.
        if (e.key === 'Escape' && draft !== value) {
          e.stopPropagation();
          drop();
        }
      }}
    />
  );
}
