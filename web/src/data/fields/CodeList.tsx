import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import InputBase from '@mui/material/InputBase';
import type { CodedValue, FieldStatistics } from '../../api/generated';
import { Setting } from '../../sentence/Setting';
import { TextSetting } from '../../sentence/TextSetting';
import { color } from '../../theme/tokens';
import type { Field } from '../document/types';

const unpainted = '#0B5D5B';

/** What the codes of a field mean, in the order in which they are listed, grouped and drawn. */
export function CodeList({
  field,
  stats,
  onEdit,
}: {
  field: Field;
  stats?: FieldStatistics | null;
  onEdit: (codes: CodedValue[]) => void;
}) {
  const codes = field.codes ?? [];
  const put = (i: number, change: Partial<CodedValue>) => onEdit(codes.map((c, k) => (k === i ? { ...c, ...change } : c)));
  const move = (i: number, by: number) => {
    const next = [...codes];
    [next[i], next[i + by]] = [next[i + by], next[i]];
    onEdit(next);
  };
  const unlisted = (stats?.frequent ?? []).filter((f) => f.value && !codes.some((c) => c.code === f.value));
  return (
    <Setting name="Codes" summary={codes.length ? codes.map((c) => c.label).join(', ') : 'none: values are shown as they are'}>
      {codes.map((code, i) => (
        <Box key={i} sx={{ display: 'grid', gridTemplateColumns: '56px 1fr 26px 22px 22px', gap: 0.5, alignItems: 'center' }}>
          <TextSetting label="Code" value={code.code} onCommit={(text) => put(i, { code: text })} />
          <TextSetting label="What people read" value={code.label} onCommit={(label) => put(i, { label: label || code.code })} />
          <InputBase
            type="color"
            value={code.color ?? unpainted}
            inputProps={{ 'aria-label': `Colour of ${code.label}` }}
            onChange={(e) => put(i, { color: e.target.value })}
            sx={{
              width: 26,
              height: 26,
              opacity: code.color ? 1 : 0.35,
              '& input': { p: 0, height: 24, border: `1px solid ${color.line}`, borderRadius: '4px', cursor: 'pointer' },
            }}
          />
          <Sign label={`Move ${code.label} up`} disabled={i === 0} onClick={() => move(i, -1)}>
            ↑
          </Sign>
          <Sign label={`Take ${code.label} out`} removes onClick={() => onEdit(codes.filter((_, k) => k !== i))}>
            ×
          </Sign>
        </Box>
      ))}
      <Box sx={{ display: 'flex', gap: 1 }}>
        {unlisted.length > 0 && (
          <Button
            size="small"
            variant="outlined"
            onClick={() => onEdit([...codes, ...unlisted.map((f) => ({ code: f.value, label: f.value }))])}
          >
            Take the values of the rows
          </Button>
        )}
        <Button size="small" color="inherit" onClick={() => onEdit([...codes, { code: '', label: 'new' }])}>
          Add a code
        </Button>
      </Box>
    </Setting>
  );
}

interface SignProps {
  label: string;
  disabled?: boolean;
  removes?: boolean;
  onClick: () => void;
  children: string;
}

function Sign({ label, disabled, removes, onClick, children }: SignProps) {
  return (
    <Box
      component="button"
      aria-label={label}
      data-removes={removes || undefined}
      aria-disabled={disabled || undefined}
      onClick={disabled ? undefined : onClick}
      sx={{
        border: 0,
        p: 0,
        bgcolor: 'transparent',
        font: 'inherit',
        color: color.muted,
        cursor: 'pointer',
        '&[aria-disabled=true]': { opacity: 0.3 },
      }}
    >
      {children}
    </Box>
  );
}
