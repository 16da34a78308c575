import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useNavigate } from 'react-router';
import { color } from '../../theme/tokens';
import { useCompose } from '../store/composeStore';

/** Two drafts of one report: says so, and offers both ways on. Nothing is overwritten. */
export function ConflictBar() {
  const { open, saveAsCopy } = useCompose('open', 'saveAsCopy');
  const navigate = useNavigate();
  const copy = async () => {
    const made = await saveAsCopy();
    if (made) void navigate(`/compose/${made}`);
  };
  return (
    <Box role="alert" sx={{ display: 'flex', alignItems: 'center', gap: 1, px: 1.75, py: 0.5, flex: 'none', bgcolor: color.problemTint }}>
      This report was saved elsewhere since you opened it. Both drafts are kept.
      <Button onClick={() => void copy()} sx={{ ml: 'auto' }}>
        Go on with mine as a new report
      </Button>
      <Button onClick={() => void open(true)}>Load the newest</Button>
    </Box>
  );
}
