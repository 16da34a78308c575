import Box from '@mui/material/Box';
import InputBase from '@mui/material/InputBase';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import Popover from '@mui/material/Popover';
import { useState } from 'react';
import { color } from '../theme/tokens';

export interface Choice {
  value: string;
  label: string;
  /** A few words that help to choose. */
  hint?: string;
  disabled?: boolean;
}

interface Props {
  /** What stands in the sentence. */
  children: string;
  /** What the blank is for, for those who do not see the sentence. */
  label: string;
  choices?: Choice[];
  /** Offers typing: the text to start from. */
  typed?: string;
  onPick: (value: string) => void;
  tone?: 'main' | 'link' | 'problem';
}

const tones = { main: color.main, link: color.link, problem: color.problem };

/** A blank of a sentence: the word that stands there now, and a picker for others. */
export function Blank({ children, label, choices, typed, onPick, tone = 'main' }: Props) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const [typing, setTyping] = useState<string>();
  const close = () => { setAnchor(null); setTyping(undefined); };
  const pick = (value: string) => { close(); onPick(value); };
  const startTyping = typing !== undefined || !choices;
  return (
    <>
      <Box
        component="button"
        type="button"
        aria-label={`${label}: ${children}`}
        aria-haspopup
        onClick={(e: React.MouseEvent<HTMLElement>) => { setAnchor(e.currentTarget); setTyping(choices ? undefined : typed ?? ''); }}
        sx={{ font: 'inherit', fontWeight: 700, border: 0, p: 0, mx: 0.1, bgcolor: 'transparent', cursor: 'pointer', color: tones[tone], borderBottom: `2px solid ${tones[tone]}`, lineHeight: 1.25, textAlign: 'left', overflowWrap: 'anywhere', '&:hover': { bgcolor: tone === 'link' ? color.linkTint : color.mainTint } }}
      >
        {children}
      </Box>
      {startTyping ? (
        <Popover open={anchor !== null} anchorEl={anchor} onClose={close} anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }}>
          <InputBase
            autoFocus
            multiline
            value={typing ?? ''}
            inputProps={{ 'aria-label': label }}
            onChange={(e) => setTyping(e.target.value)}
            onKeyDown={(e) => {
              if (e.key === 'Enter' && !e.shiftKey) { e.preventDefault(); pick(typing ?? ''); }
            }}
            sx={{ width: 300, p: 1, fontSize: 13 }}
          />
          <Box sx={{ px: 1, pb: 0.75, fontSize: 11, color: color.muted }}>Enter takes it, Escape leaves it as it was.</Box>
        </Popover>
      ) : (
        <Menu open={anchor !== null} anchorEl={anchor} onClose={close} slotProps={{ paper: { sx: { maxHeight: 380, minWidth: 180 } } }}>
          {choices!.map((choice) => (
            <MenuItem key={choice.value} disabled={choice.disabled} selected={choice.label === children} onClick={() => pick(choice.value)}>
              {choice.label}
              {choice.hint && <Box component="span" sx={{ ml: 1.5, color: color.muted, fontSize: 12 }}>{choice.hint}</Box>}
            </MenuItem>
          ))}
          {typed !== undefined && <MenuItem onClick={() => setTyping(typed)}>Write an expression…</MenuItem>}
        </Menu>
      )}
    </>
  );
}
