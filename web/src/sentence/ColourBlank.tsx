import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { Popover } from '../shell/whenOpen';
import { useState } from 'react';
import { color } from '../theme/tokens';
import { BlankWord } from './BlankWord';
import { TextSetting } from './TextSetting';

const hex = /^#[0-9a-f]{6}$/i;
/** Paper and ink, which go with every palette. */
const usual = ['#FFFFFF', '#F7F6F2', '#E1EDEB', '#C9CDCB', '#53606A', '#1F2A30'];

interface Props {
  label: string;
  value?: string | null;
  /** What stands there while no colour is set. */
  none: string;
  /** Those that are offered first. */
  colors?: string[];
  onPick: (value: string | null) => void;
}

/** A blank of a sentence that is filled with a colour: one of a palette, one from the browser's own picker, or one that is typed. */
export function ColourBlank({ label, value, none, colors = [], onPick }: Props) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const [mixed, setMixed] = useState<string>();
  const close = () => {
    setAnchor(null);
    // The picker of the browser says a colour with each move; it is taken when it is left.
    if (mixed && mixed.toUpperCase() !== value?.toUpperCase()) onPick(mixed.toUpperCase());
    setMixed(undefined);
  };
  const pick = (picked: string | null) => {
    setMixed(undefined);
    setAnchor(null);
    onPick(picked);
  };
  return (
    <>
      <BlankWord label={`${label}: ${value ?? none}`} popup="dialog" onOpen={setAnchor}>
        {value ? <Swatch of={value} /> : null}
        {value ? ` ${value}` : none}
      </BlankWord>
      <Popover
        open={anchor !== null}
        anchorEl={anchor}
        onClose={close}
        anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }}
        slotProps={{ paper: { role: 'dialog', 'aria-label': label, sx: { p: 1.25, width: 244 } } }}
      >
        <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 0.5, mb: 1 }}>
          {[...new Set([...colors, ...usual])].map((c, i) => (
            <Box
              key={c}
              component="button"
              type="button"
              autoFocus={i === 0}
              aria-label={c}
              aria-pressed={c.toUpperCase() === value?.toUpperCase()}
              onClick={() => pick(c)}
              sx={{
                width: 24,
                height: 24,
                p: 0,
                border: `1px solid ${color.line}`,
                borderRadius: 0.75,
                cursor: 'pointer',
                '&[aria-pressed=true]': { outline: `2px solid ${color.main}` },
              }}
              style={{ background: c }}
            />
          ))}
        </Box>
        <Box sx={{ display: 'flex', gap: 1, alignItems: 'flex-end' }}>
          <Box
            component="input"
            type="color"
            aria-label={`${label}, mixed`}
            value={mixed ?? (value && hex.test(value) ? value : '#0B5D5B')}
            onChange={(e: React.ChangeEvent<HTMLInputElement>) => setMixed(e.target.value)}
            sx={{ width: 40, height: 32, p: 0, border: `1px solid ${color.line}`, borderRadius: 1, bgcolor: 'transparent', flex: 'none' }}
          />
          <TextSetting
            label="As #RRGGBB"
            value={mixed?.toUpperCase() ?? value ?? ''}
            placeholder="#0B5D5B"
            onCommit={(text) => hex.test(text.trim()) && pick(text.trim().toUpperCase())}
          />
        </Box>
        <Button size="small" color="inherit" sx={{ mt: 0.75 }} onClick={() => pick(null)}>
          {none}
        </Button>
      </Popover>
    </>
  );
}

/** A small square of a colour. */
export function Swatch({ of }: { of: string }) {
  return (
    <Box
      component="span"
      aria-hidden
      sx={{ display: 'inline-block', width: 12, height: 12, borderRadius: 0.5, border: `1px solid ${color.line}`, verticalAlign: '-1px' }}
      style={{ background: of }}
    />
  );
}

/** Colours in a row. */
export function Swatches({ colors }: { colors: string[] }) {
  return (
    <Box component="span" sx={{ display: 'inline-flex', flexWrap: 'wrap', gap: '2px', verticalAlign: 'middle' }} aria-hidden>
      {colors.map((c, i) => (
        <Box key={i} component="span" sx={{ width: 14, height: 14, borderRadius: 0.5 }} style={{ background: c }} />
      ))}
    </Box>
  );
}
