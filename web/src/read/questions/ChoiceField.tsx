import Box from '@mui/material/Box';
import InputBase from '@mui/material/InputBase';
import MenuItem from '@mui/material/MenuItem';
import MenuList from '@mui/material/MenuList';
import { Popover } from '../../shell/whenOpen';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useEffectEvent, useRef, useState } from 'react';
import type { ChoicesInfo, ParameterInfo } from '../../api/generated';
import { color } from '../../theme/tokens';
import { listOf, plain, written } from './given';
import { raised, StripButton } from './StripButton';
import { StripField } from './StripField';

export type LoadChoices = (parameter: string, search: string, signal: AbortSignal) => Promise<ChoicesInfo>;

interface Props {
  parameter: ParameterInfo;
  /** The value as it was given last, which the server may not have taken yet. */
  text: string;
  wrong: boolean;
  load: LoadChoices;
  /** Changes when the choices may be others. */
  version: string;
  onCommit: (text: string) => void;
}

/** A parameter whose value is chosen from a list that comes from the data; every one comes first where it is offered. */
export function ChoiceField({ parameter, text, wrong, load, version, onCommit }: Props) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const [search, setSearch] = useState('');
  const [taking, setTaking] = useState(false);
  const list = useRef<HTMLUListElement>(null);
  const choices = useQuery({
    queryKey: ['choices', parameter.name, version, search],
    queryFn: ({ signal }) => load(parameter.name, search, signal),
    enabled: anchor !== null,
    placeholderData: (previous) => previous,
  });
  const several = parameter.shape === 'several';
  const chosen = several ? listOf(text) : [plain(parameter, text)];
  const every = text === '*' && parameter.every !== null;
  const close = () => {
    setAnchor(null);
    setSearch('');
    setTaking(false);
  };
  const pick = (value: string) => {
    if (!several) {
      close();
      onCommit(written(parameter, value));
      return;
    }
    const next = chosen.includes(value) ? chosen.filter((v) => v !== value) : [...chosen, value];
    onCommit(next.length ? JSON.stringify(next) : parameter.every !== null ? '*' : '');
  };
  // Enter takes the first of what was typed, which may still be under way.
  const current = choices.isPlaceholderData || choices.isFetching ? undefined : choices.data;
  const pickFirst = useEffectEvent((from: ChoicesInfo) => {
    setTaking(false);
    if (from.choices.length) pick(from.choices[0].value);
  });
  useEffect(() => {
    if (taking && current) pickFirst(current);
  }, [taking, current]);
  const item = { fontSize: 13, minHeight: 28, py: 0.25, px: 1.25, gap: 1, maxWidth: 420, whiteSpace: 'normal' } as const;
  return (
    <StripField parameter={parameter} wrong={wrong}>
      <StripButton parameter={parameter} empty={parameter.required ? 'choose…' : 'any'} opens="listbox" onOpen={setAnchor} />
      <Popover open={anchor !== null} anchorEl={anchor} onClose={close} anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }}>
        <InputBase
          autoFocus
          value={search}
          placeholder="Find"
          inputProps={{ 'aria-label': `Find in ${parameter.caption}` }}
          onChange={(e) => {
            setSearch(e.target.value);
            setTaking(false);
          }}
          onKeyDown={(e) => {
            if (e.key === 'ArrowDown') {
              e.preventDefault();
              list.current?.querySelector<HTMLElement>('[role=option]')?.focus();
            }
            if (e.key === 'Enter') setTaking(true);
          }}
          sx={{ display: 'flex', px: 1.25, py: 0.5, fontSize: 13, borderBottom: `1px solid ${color.line}` }}
        />
        <MenuList
          ref={list}
          role="listbox"
          aria-label={parameter.caption}
          aria-multiselectable={several}
          sx={{ py: 0.5, maxHeight: 330, overflow: 'auto', minWidth: 200 }}
        >
          {parameter.every !== null && search === '' && (
            <MenuItem
              role="option"
              aria-selected={every}
              selected={every}
              onClick={() => {
                close();
                onCommit('*');
              }}
              sx={{ ...item, fontWeight: 600 }}
            >
              {raised(parameter.every)}
            </MenuItem>
          )}
          {!parameter.required && parameter.every === null && search === '' && (
            <MenuItem
              role="option"
              aria-selected={parameter.value === ''}
              onClick={() => {
                close();
                onCommit('');
              }}
              sx={{ ...item, color: color.muted }}
            >
              Nothing chosen
            </MenuItem>
          )}
          {choices.data?.choices.map((c) => (
            <MenuItem
              key={c.value}
              role="option"
              aria-selected={chosen.includes(c.value)}
              selected={chosen.includes(c.value)}
              onClick={() => pick(c.value)}
              sx={item}
            >
              {several && (
                <Box component="span" aria-hidden sx={{ fontSize: 15, color: color.main }}>
                  {chosen.includes(c.value) ? '☑' : '☐'}
                </Box>
              )}
              {c.label}
            </MenuItem>
          ))}
        </MenuList>
        <Box role="status" sx={{ px: 1.25, pb: 0.75, fontSize: 11, color: choices.error ? color.problem : color.muted }}>
          {choices.error
            ? choices.error.message
            : choices.isLoading
              ? 'Looking…'
              : choices.data?.choices.length === 0
                ? search
                  ? `Nothing with “${search}”.`
                  : 'There is nothing to choose here.'
                : choices.data?.more
                  ? 'There are more; type to find them.'
                  : ''}
        </Box>
      </Popover>
    </StripField>
  );
}
