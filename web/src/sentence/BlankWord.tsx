import Box from '@mui/material/Box';
import type { ReactNode } from 'react';
import { color } from '../theme/tokens';

const tones = { main: color.main, link: color.link, problem: color.problem };
export type Tone = keyof typeof tones;

interface Props {
  /** What the blank is for and what stands in it, for those who do not see the sentence. */
  label: string;
  tone?: Tone;
  popup?: 'dialog' | true;
  onOpen: (element: HTMLElement) => void;
  children: ReactNode;
}

/** The word of a sentence that stands in a blank. A span, so that long words wrap within the sentence, as a button's would not. */
export function BlankWord({ label, tone = 'main', popup = true, onOpen, children }: Props) {
  return (
    <Box
      component="span"
      role="button"
      tabIndex={0}
      aria-label={label}
      aria-haspopup={popup}
      onClick={(e: React.MouseEvent<HTMLElement>) => onOpen(e.currentTarget)}
      onKeyDown={(e: React.KeyboardEvent<HTMLElement>) => {
        if (e.key === 'Enter' || e.key === ' ') {
          e.preventDefault();
          onOpen(e.currentTarget);
        }
      }}
      sx={{
        fontWeight: 700,
        cursor: 'pointer',
        color: tones[tone],
        textDecoration: 'underline',
        textDecorationThickness: 2,
        textUnderlineOffset: 4,
        overflowWrap: 'anywhere',
        '&:hover': { bgcolor: tone === 'link' ? color.linkTint : color.mainTint },
      }}
    >
      {children}
    </Box>
  );
}
