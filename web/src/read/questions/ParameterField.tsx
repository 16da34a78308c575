import Box from '@mui/material/Box';
import InputBase from '@mui/material/InputBase';
import MenuItem from '@mui/material/MenuItem';
import Select from '@mui/material/Select';
import { lazy, Suspense, useEffect, useRef, useState } from 'react';
import type { ParameterInfo } from '../../api/generated';
import { color } from '../../theme/tokens';
import { emptyText, listOf, plain, written } from './given';
import { StripField } from './StripField';

const DateField = lazy(() => import('./DateField'));

/** Day, month and year are typed one after the other, and only what stays is meant. */
const settling = 500;

interface Props {
  parameter: ParameterInfo;
  text: string;
  wrong: boolean;
  onCommit: (text: string) => void;
}

/**
 * A parameter that is typed. Dates are taken as soon as they are whole, texts when Enter is pressed or the field is
 * left; several values have commas between.
 */
export function ParameterField({ parameter, text, wrong, onCommit }: Props) {
  const several = parameter.shape === 'several';
  return (
    <StripField parameter={parameter} wrong={wrong}>
      {parameter.type === 'bool' ? (
        <YesNo parameter={parameter} text={text} onCommit={onCommit} />
      ) : parameter.type.startsWith('date') && !several ? (
        <Day parameter={parameter} text={plain(parameter, text)} onCommit={onCommit} />
      ) : (
        <Typed
          parameter={parameter}
          text={
            several
              ? listOf(text)
                  .filter((v) => v !== null)
                  .join(', ')
              : plain(parameter, text)
          }
          wrong={wrong}
          onCommit={onCommit}
        />
      )}
      {parameter.every !== null && (
        <Box
          component="button"
          type="button"
          onClick={() => onCommit('*')}
          aria-pressed={parameter.value === '*'}
          sx={{
            border: 0,
            borderRadius: 1,
            px: 0.75,
            font: 'inherit',
            fontSize: 11,
            cursor: 'pointer',
            bgcolor: parameter.value === '*' ? color.mainTint : 'transparent',
            color: color.main,
          }}
        >
          {parameter.every}
        </Box>
      )}
    </StripField>
  );
}

function Day({ parameter, text, onCommit }: Omit<Props, 'wrong'>) {
  const [draft, setDraft] = useState(text);
  /** What was typed and is not taken yet. */
  const waiting = useRef<{ next: string; timer: number }>(undefined);
  // What comes back from the server is older than what is being typed.
  useEffect(() => {
    if (!waiting.current) setDraft(text);
  }, [text]);
  useEffect(() => () => clearTimeout(waiting.current?.timer), []);
  const commit = () => {
    const settled = waiting.current;
    clearTimeout(settled?.timer);
    waiting.current = undefined;
    if (settled && settled.next !== text) onCommit(settled.next);
    // An emptied field goes back to its default, which may be what stood there.
    if (settled?.next === '') setDraft(text);
  };
  const change = (next: string) => {
    setDraft(next);
    clearTimeout(waiting.current?.timer);
    waiting.current = { next, timer: window.setTimeout(commit, settling) };
  };
  return (
    <Box onBlur={commit}>
      <Suspense fallback={text}>
        <DateField
          label={parameter.caption}
          value={draft}
          time={parameter.type === 'dateTime'}
          clearable={!parameter.required}
          onChange={change}
        />
      </Suspense>
    </Box>
  );
}

function YesNo({ parameter, text, onCommit }: { parameter: ParameterInfo; text: string; onCommit: (text: string) => void }) {
  return (
    <Select
      variant="standard"
      disableUnderline
      displayEmpty
      name={parameter.name}
      value={text === 'true' || text === 'false' ? text : ''}
      onChange={(e) => onCommit(e.target.value)}
      inputProps={{ 'aria-label': parameter.caption }}
      sx={{ fontSize: 13, '& .MuiSelect-select': { py: 0 } }}
    >
      <MenuItem value="">{parameter.required ? 'choose…' : 'any'}</MenuItem>
      <MenuItem value="true">yes</MenuItem>
      <MenuItem value="false">no</MenuItem>
    </Select>
  );
}

function Typed({ parameter, text, wrong, onCommit }: Props) {
  const [draft, setDraft] = useState(text);
  const commit = () => {
    if (draft === text) return;
    const values = draft
      .split(',')
      .map((v) => v.trim())
      .filter(Boolean);
    onCommit(parameter.shape !== 'several' ? written(parameter, draft) : values.length ? JSON.stringify(values) : '');
  };
  return (
    <InputBase
      name={parameter.name}
      value={draft}
      placeholder={parameter.value.includes(emptyText) ? parameter.words : parameter.required ? 'needed' : 'any'}
      inputProps={{
        'aria-label': parameter.caption,
        'aria-invalid': wrong,
        inputMode: parameter.type === 'whole' ? 'numeric' : parameter.type === 'text' ? undefined : 'decimal',
      }}
      onChange={(e) => setDraft(e.target.value)}
      onBlur={commit}
      onKeyDown={(e) => {
        if (e.key === 'Enter') commit();
      }}
      sx={{ fontSize: 13, width: parameter.type === 'text' || parameter.shape === 'several' ? 120 : 48, '& input': { p: 0 } }}
    />
  );
}
