import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useEffect, useRef, useState } from 'react';
import { flushSync } from 'react-dom';
import type { BandKind, Section } from '../../../api/generated';
import { typingKeys } from '../../../sentence/typingKeys';
import { useDraft } from '../../../undo/useDraft';
import { color } from '../../../theme/tokens';
import { useChipNames } from '../../store/useChipNames';
import { piecesOf, writtenPieces, type Piece } from '../../document/template';
import { ValueMenu } from './ValueMenu';

interface Props {
  text: string;
  section: Section;
  band: BandKind;
  level: number;
  onCommit: (text: string) => void;
}

/** Words with values in them: each value is a chip that is picked, not typed. What is typed is taken however the field is left. */
export function ChipText({ text, section, band, level, onCommit }: Props) {
  const editor = useRef<HTMLDivElement>(null);
  const caret = useRef<Range>(undefined);
  const shown = useRef<string>(undefined);
  const { draft, setDraft, take, drop } = useDraft(text, onCommit);
  const [menu, setMenu] = useState<{ anchor: HTMLElement; chip?: HTMLElement }>();
  const nameOf = useChipNames(section);

  const fill = (content: string) => {
    shown.current = content;
    editor.current?.replaceChildren(
      ...piecesOf(content).map((p) => ('value' in p ? chipOf(p.value, nameOf) : document.createTextNode(p.words))),
    );
  };
  // The browser edits what is in the field itself, so it is filled only where it says something else.
  useEffect(() => {
    if (shown.current !== draft) fill(draft);
  });
  const read = () => {
    const pieces = [...editor.current!.childNodes].map((node): Piece =>
      node instanceof HTMLElement && node.dataset.value ? { value: node.dataset.value } : { words: wordsOf(node) },
    );
    return writtenPieces(pieces);
  };
  const changed = () => {
    shown.current = read();
    setDraft(shown.current);
  };
  /** What was picked is taken at once. */
  const commit = () => {
    flushSync(changed);
    take();
  };
  const keepCaret = () => {
    const selection = document.getSelection();
    if (selection?.rangeCount && editor.current?.contains(selection.anchorNode)) caret.current = selection.getRangeAt(0).cloneRange();
  };
  const put = (value: string) => {
    const chip = chipOf(value, nameOf);
    if (menu?.chip) menu.chip.replaceWith(chip);
    else if (caret.current && editor.current?.contains(caret.current.startContainer)) {
      caret.current.deleteContents();
      caret.current.insertNode(chip);
      caret.current.setStartAfter(chip);
    } else editor.current?.append(chip);
    commit();
    chip.focus();
  };
  const openChip = (target: EventTarget) => {
    const chip = target instanceof HTMLElement ? target.closest<HTMLElement>('[data-value]') : null;
    if (chip) setMenu({ anchor: chip, chip });
    return chip !== null;
  };
  return (
    <Box>
      <Box
        ref={editor}
        role="textbox"
        aria-multiline
        aria-label="Words"
        contentEditable
        suppressContentEditableWarning
        spellCheck={false}
        tabIndex={0}
        onInput={changed}
        onKeyUp={keepCaret}
        onMouseUp={keepCaret}
        onClick={(e: React.MouseEvent) => openChip(e.target)}
        onPaste={(e: React.ClipboardEvent) => {
          e.preventDefault();
          document.execCommand('insertText', false, e.clipboardData.getData('text/plain'));
        }}
        onBlur={() => {
          keepCaret();
          take();
        }}
        onKeyDown={(e: React.KeyboardEvent) => {
          e.stopPropagation();
          const isChip = e.target !== e.currentTarget;
          if (isChip && (e.key === 'Enter' || e.key === ' ')) {
            e.preventDefault();
            openChip(e.target);
          } else if (isChip && (e.key === 'Delete' || e.key === 'Backspace')) {
            e.preventDefault();
            (e.target as HTMLElement).remove();
            changed();
            editor.current?.focus();
          } else if (e.key === 'Enter') {
            e.preventDefault();
            if (e.ctrlKey || e.metaKey) take();
            else document.execCommand('insertText', false, '\n');
          } else if (e.key === 'Escape') {
            drop();
            fill(text);
          }
        }}
        sx={{
          minHeight: 60,
          p: 1,
          lineHeight: '24px',
          whiteSpace: 'pre-wrap',
          overflowWrap: 'anywhere',
          bgcolor: color.paper,
          border: `1px solid ${color.line}`,
          borderRadius: 1,
          '& [data-value]': {
            px: 0.75,
            py: '1px',
            mx: '1px',
            borderRadius: 1,
            fontWeight: 600,
            fontSize: 12,
            color: color.main,
            bgcolor: color.mainTint,
            cursor: 'pointer',
            whiteSpace: 'nowrap',
          },
        }}
      />
      <Button
        size="small"
        aria-haspopup="menu"
        sx={{ mt: 0.5 }}
        onMouseDown={keepCaret}
        onClick={(e) => setMenu({ anchor: e.currentTarget })}
      >
        Insert a value
      </Button>
      <Box sx={{ fontSize: 12, color: color.muted }}>{typingKeys(true)}</Box>
      <ValueMenu
        anchor={menu?.anchor ?? null}
        value={menu?.chip?.dataset.value}
        section={section}
        band={band}
        level={level}
        onPick={put}
        onRemove={
          menu?.chip &&
          (() => {
            menu.chip!.remove();
            commit();
          })
        }
        onClose={() => setMenu(undefined)}
      />
    </Box>
  );
}

/** Lines that the browser made end with a break. */
const wordsOf = (node: Node): string => (node.nodeName === 'BR' ? '\n' : (node.textContent ?? ''));

function chipOf(value: string, nameOf: (value: string) => string): HTMLElement {
  const chip = document.createElement('span');
  chip.contentEditable = 'false';
  chip.tabIndex = 0;
  chip.role = 'button';
  chip.dataset.value = value;
  chip.textContent = nameOf(value);
  chip.ariaLabel = `Value: ${chip.textContent}`;
  return chip;
}
