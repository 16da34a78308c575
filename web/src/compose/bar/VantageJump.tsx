import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import Divider from '@mui/material/Divider';
import InputBase from '@mui/material/InputBase';
import MenuItem from '@mui/material/MenuItem';
import { Menu } from '../../shell/whenOpen';
import { useState } from 'react';
import { findVantage, type VantageWish } from '../../api/generated';
import { color } from '../../theme/tokens';
import { useCompose } from '../store/composeStore';
import { requestOf } from '../session/request';

const wishes: { wish: VantageWish; words: string }[] = [
  { wish: 'longestText', words: 'The longest text' },
  { wish: 'largestNumber', words: 'The largest number' },
  { wish: 'mostRows', words: 'The group with the most rows' },
  { wish: 'fewestRows', words: 'The group with the fewest rows' },
];

/** Jumps to the group that is hardest to lay out, or to one by its name. */
export function VantageJump({ section }: { section: string }) {
  const { setVantage } = useCompose('setVantage');
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const [name, setName] = useState('');
  const [missed, setMissed] = useState('');
  const jump = async (wish: VantageWish) => {
    const report = requestOf(useCompose.getState());
    if (!report) return;
    try {
      const { keys } = await findVantage({ body: { report, section, wish, name } });
      if (!keys) {
        setMissed(wish === 'named' ? `No group is called “${name}”.` : 'There is none.');
        return;
      }
      setAnchor(null);
      setVantage(section, keys);
    } catch (error) {
      useCompose.setState({ failure: (error as Error).message });
    }
  };
  return (
    <>
      <Button
        size="small"
        color="inherit"
        aria-haspopup="menu"
        onClick={(e) => {
          setMissed('');
          setAnchor(e.currentTarget);
        }}
        sx={{ minWidth: 0, px: 1, color: color.muted }}
      >
        Jump
      </Button>
      <Menu open={anchor !== null} anchorEl={anchor} onClose={() => setAnchor(null)}>
        {wishes.map(({ wish, words }) => (
          <MenuItem key={wish} onClick={() => void jump(wish)}>
            {words}
          </MenuItem>
        ))}
        <Divider component="li" />
        <Box component="li" role="none" sx={{ px: 2, py: 0.5 }} onKeyDown={(e: React.KeyboardEvent) => e.stopPropagation()}>
          <InputBase
            placeholder="A group by its name"
            value={name}
            inputProps={{ 'aria-label': 'A group by its name' }}
            onChange={(e) => setName(e.target.value)}
            onKeyDown={(e) => {
              if (e.key === 'Enter') void jump('named');
              if (e.key === 'Escape') setAnchor(null);
            }}
            sx={{ height: 28, px: 1, fontSize: 13, border: `1px solid ${color.line}`, borderRadius: 1 }}
          />
          <Box role="status" sx={{ fontSize: 12, color: color.muted, minHeight: 16 }}>
            {missed || 'Enter goes there.'}
          </Box>
        </Box>
      </Menu>
    </>
  );
}
