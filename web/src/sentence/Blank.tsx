import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import InputBase from '@mui/material/InputBase';
import MenuItem from '@mui/material/MenuItem';
import { Menu, Popover } from '../shell/whenOpen';
import { useState } from 'react';
import { ExpressionEditor } from '../code/ExpressionEditor';
import { color } from '../theme/tokens';
import { goOnFrom } from '../focus/tabbable';
import { typingKeys } from './typingKeys';
import { BlankWord, type Tone } from './BlankWord';
import { useTyped } from '../undo/useDraft';

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
  tone?: Tone;
  /** What is typed is an expression: over the fields of one row, or with the totals of a group too. */
  expression?: 'row' | 'group';
  /** What typing is called among the choices. */
  typing?: string;
  /** What could be typed, shown while it is typed. */
  example?: string;
  /** Another way to fill the blank, offered below. */
  other?: { label: string; onPick: () => void };
}

/** A blank of a sentence: the word that stands there now, and a picker for others. */
export function Blank({
  children,
  label,
  choices,
  typed,
  onPick,
  tone,
  expression,
  typing: typeWords = 'Write an expression…',
  example,
  other,
}: Props) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const [typing, setTyping] = useState<string>();
  const close = () => {
    setAnchor(null);
    setTyping(undefined);
  };
  const pick = (value: string) => {
    close();
    onPick(value);
  };
  // What is typed is taken however the field is left, but for Escape.
  const leave = (_: unknown, reason: 'backdropClick' | 'escapeKeyDown') => {
    if (reason === 'backdropClick' && typing !== undefined && typing !== (typed ?? '')) pick(typing);
    else close();
  };
  // Where there is nothing else to go to, Tab takes what is typed, and goes on behind the blank.
  const goOn = (e: React.KeyboardEvent) => {
    if (e.key !== 'Tab' || e.defaultPrevented || other || !anchor) return;
    e.preventDefault();
    leave(e, 'backdropClick');
    // The picker gives the focus back to its word first.
    setTimeout(() => goOnFrom(anchor, e.shiftKey ? -1 : 1));
  };
  const open = (element: HTMLElement) => {
    setAnchor(element);
    setTyping(choices ? undefined : (typed ?? ''));
  };
  const startTyping = typing !== undefined || !choices;
  return (
    <>
      <BlankWord label={`${label}: ${children}`} tone={tone} onOpen={open}>
        {children}
      </BlankWord>
      {startTyping ? (
        <Popover
          open={anchor !== null}
          anchorEl={anchor}
          onClose={leave}
          onKeyDown={goOn}
          anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }}
        >
          {expression ? (
            <Box
              sx={{ width: 380, p: 1 }}
              onKeyDown={(e) => {
                if (e.key === 'Escape' && e.defaultPrevented) e.stopPropagation();
              }}
            >
              <ExpressionEditor
                label={label}
                value={typing ?? ''}
                group={expression === 'group'}
                onChange={setTyping}
                onSubmit={() => pick(typing ?? '')}
              />
            </Box>
          ) : (
            <Box component="label" sx={{ display: 'block', p: 1, pb: 0.5, width: 320 }}>
              <Box component="span" sx={{ display: 'block', mb: 0.5, fontSize: 12, color: color.muted }}>
                {label}
              </Box>
              <InputBase
                autoFocus
                multiline
                value={typing ?? ''}
                inputProps={{ 'aria-label': label }}
                onFocus={(e) => e.target.select()}
                onChange={(e) => setTyping(e.target.value)}
                onKeyDown={(e) => {
                  if (e.key === 'Enter' && !e.shiftKey) {
                    e.preventDefault();
                    pick(typing ?? '');
                  }
                }}
                sx={{
                  width: '100%',
                  px: 1,
                  py: 0.5,
                  fontSize: 13,
                  border: `1px solid ${color.line}`,
                  borderRadius: 1,
                  bgcolor: color.paper,
                }}
              />
            </Box>
          )}
          <Box sx={{ px: 1, pb: 0.75, fontSize: 11, color: color.muted, display: 'flex', alignItems: 'center' }}>
            <TypedText value={typed ?? ''} typing={typing} onTake={onPick} />
            <span>
              {example && (
                <>
                  For example <b>{example}</b>.{' '}
                </>
              )}
              {typingKeys(false)}
            </span>
            {other && (
              <Button
                size="small"
                sx={{ ml: 'auto' }}
                onClick={() => {
                  close();
                  other.onPick();
                }}
              >
                {other.label}
              </Button>
            )}
          </Box>
        </Popover>
      ) : (
        <Menu
          open={anchor !== null}
          anchorEl={anchor}
          onClose={close}
          slotProps={{ paper: { sx: { maxHeight: 380, minWidth: 180, maxWidth: 'min(520px, calc(100vw - 32px))' } } }}
        >
          {choices!.map((choice) => (
            <MenuItem
              key={choice.value}
              role="menuitemradio"
              aria-checked={choice.label === children}
              disabled={choice.disabled}
              selected={choice.label === children}
              onClick={() => pick(choice.value)}
            >
              {choice.label}
              {choice.hint && (
                <Box
                  component="span"
                  title={choice.hint}
                  sx={{ ml: 1.5, flex: 1, minWidth: 0, color: color.muted, fontSize: 12, overflow: 'hidden', textOverflow: 'ellipsis' }}
                >
                  {choice.hint}
                </Box>
              )}
            </MenuItem>
          ))}
          {typed !== undefined && <MenuItem onClick={() => setTyping(typed)}>{typeWords}</MenuItem>}
          {other && (
            <MenuItem
              onClick={() => {
                close();
                other.onPick();
              }}
              sx={{ fontWeight: 600 }}
            >
              {other.label}
            </MenuItem>
          )}
        </Menu>
      )}
    </>
  );
}

/** Takes what is typed when the page is left before the blank is. */
function TypedText({ value, typing, onTake }: { value: string; typing?: string; onTake: (text: string) => void }) {
  useTyped(typing !== undefined && typing !== value ? () => onTake(typing) : undefined);
  return null;
}
