import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useState } from 'react';
import { useOpened } from '../../focus/useOpened';
import { TextSetting } from '../../sentence/TextSetting';
import { color } from '../../theme/tokens';
import { hasOwnUndo } from '../../undo/ownUndo';

/** Names a SQLite file of the server's machine, which is only ever read. */
export function PathForm({ onTake, onClose }: { onTake: (name: string, path: string) => void; onClose: () => void }) {
  const [name, setName] = useState('');
  const [path, setPath] = useState('');
  const form = useOpened<HTMLFormElement>();
  return (
    <Box
      component="form"
      ref={form}
      onKeyDown={(e: React.KeyboardEvent) => {
        if (e.key === 'Escape' && !e.defaultPrevented && !hasOwnUndo(e.target)) onClose();
      }}
      onSubmit={(e: React.FormEvent) => {
        e.preventDefault();
        onTake(name, path);
      }}
      sx={{ display: 'grid', gap: 1, mb: 1.5, p: 1, bgcolor: color.paper, border: `1px solid ${color.line}`, borderRadius: 1 }}
    >
      <TextSetting label="Name" value={name} onCommit={setName} />
      <TextSetting label="Path of a SQLite file on this machine" value={path} onCommit={setPath} />
      <Box sx={{ display: 'flex', gap: 1 }}>
        <Button type="submit" variant="outlined" disabled={!name || !path}>
          Register it
        </Button>
        <Button color="inherit" onClick={onClose}>
          Leave it
        </Button>
      </Box>
    </Box>
  );
}
