import Box from '@mui/material/Box';
import InputBase from '@mui/material/InputBase';
import { Dialog } from '../../shell/whenOpen';
import { useEffect, useId, useState } from 'react';
import { color } from '../../theme/tokens';
import { useCommands, type Command } from './useCommands';

const most = 60;

/** Those commands in whose words all that was typed is found, the ones that begin with it first. */
export function matching(commands: Command[], typed: string): Command[] {
  const wanted = typed.toLowerCase().split(/\s+/).filter(Boolean);
  const found = commands.filter((c) => wanted.every((word) => `${c.group} ${c.name}`.toLowerCase().includes(word)));
  const begins = (c: Command) => (c.name.toLowerCase().startsWith(typed.toLowerCase().trim()) ? 0 : 1);
  return [...found].sort((a, b) => begins(a) - begins(b)).slice(0, most);
}

/** All that can be done or gone to, found by typing; opened by Ctrl+K. */
export function CommandList() {
  const [open, setOpen] = useState(false);
  useEffect(() => {
    const press = (e: KeyboardEvent) => {
      if (!(e.ctrlKey || e.metaKey) || e.key.toLowerCase() !== 'k') return;
      e.preventDefault();
      setOpen(true);
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, []);
  return open ? <Commands onClose={() => setOpen(false)} /> : null;
}

function Commands({ onClose }: { onClose: () => void }) {
  const commands = useCommands();
  const [typed, setTyped] = useState('');
  const [at, setAt] = useState(0);
  const list = useId();
  const found = matching(commands, typed);
  const current = found[Math.min(at, found.length - 1)];
  const run = (command?: Command) => {
    if (!command) return;
    onClose();
    command.run();
  };
  const id = (command: Command) => `${list}-${commands.indexOf(command)}`;
  useEffect(() => {
    if (current) document.getElementById(id(current))?.scrollIntoView({ block: 'nearest' });
  });
  return (
    <Dialog
      open
      onClose={onClose}
      slotProps={{ paper: { 'aria-label': 'All commands', sx: { width: 520, maxHeight: 460, alignSelf: 'flex-start', mt: 10 } } }}
    >
      <InputBase
        autoFocus
        placeholder="Type what you want to do, or where to go"
        value={typed}
        onChange={(e) => {
          setTyped(e.target.value);
          setAt(0);
        }}
        onKeyDown={(e) => {
          const step = e.key === 'ArrowDown' ? 1 : e.key === 'ArrowUp' ? -1 : 0;
          if (step && found.length) {
            e.preventDefault();
            setAt((Math.min(at, found.length - 1) + step + found.length) % found.length);
          }
          if (e.key === 'Enter') {
            e.preventDefault();
            run(current);
          }
        }}
        inputProps={{
          role: 'combobox',
          'aria-label': 'Command',
          'aria-expanded': true,
          'aria-controls': list,
          'aria-activedescendant': current && id(current),
        }}
        sx={{ p: 1.5, fontSize: 15, borderBottom: `1px solid ${color.line}` }}
      />
      <Box role="listbox" id={list} aria-label="Commands" sx={{ overflow: 'auto', p: 0.5 }}>
        {found.map((command, i) => (
          <Box
            key={id(command)}
            id={id(command)}
            role="option"
            aria-selected={command === current}
            onMouseMove={() => setAt(i)}
            onClick={() => run(command)}
            sx={{
              display: 'flex',
              gap: 2,
              px: 1.25,
              py: 0.75,
              borderRadius: 1,
              cursor: 'pointer',
              '&[aria-selected=true]': { bgcolor: color.mainTint },
            }}
          >
            <Box component="span" sx={{ minWidth: 0, overflow: 'hidden', textOverflow: 'ellipsis', whiteSpace: 'nowrap' }}>
              {command.name}
            </Box>
            <Box component="span" sx={{ ml: 'auto', flex: 'none', color: color.muted, fontSize: 12 }}>
              {command.keys ?? command.group}
            </Box>
          </Box>
        ))}
        {found.length === 0 && <Box sx={{ p: 1.5, color: color.muted }}>Nothing is called that. Try fewer letters.</Box>}
      </Box>
    </Dialog>
  );
}
