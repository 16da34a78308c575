import Box from '@mui/material/Box';
import { typingKeys } from '../../sentence/typingKeys';
import { useDraft } from '../../undo/useDraft';
import { color } from '../../theme/tokens';

interface Props {
  words: string;
  /** True for a text, in which Enter begins a new line; a name is taken by it. */
  lines?: boolean;
  onTake: (text: string) => void;
  onDone: () => void;
}

/** The words of an element while they are typed over, in their place. When it is left by a key, what they belong to has the focus
 * again. */
export function Words({ words, lines = false, onTake, onDone }: Props) {
  const { draft, setDraft, take, drop } = useDraft(words, onTake);
  return (
    <>
      <Box
        component="textarea"
        autoFocus
        aria-label="Words"
        value={draft}
        onFocus={(e: React.FocusEvent<HTMLTextAreaElement>) => {
          e.target.select();
          // What the keys do is said below it.
          if (e.target.getBoundingClientRect().bottom > window.innerHeight - 80) e.target.scrollIntoView({ block: 'center' });
        }}
        onPointerDown={(e: React.PointerEvent) => e.stopPropagation()}
        onChange={(e: React.ChangeEvent<HTMLTextAreaElement>) => setDraft(e.target.value)}
        onBlur={() => {
          take();
          onDone();
        }}
        onKeyDown={(e: React.KeyboardEvent<HTMLElement>) => {
          e.stopPropagation();
          const takes = e.key === 'Enter' && (lines ? e.ctrlKey || e.metaKey : !e.shiftKey);
          if (!takes && e.key !== 'Escape') return;
          e.preventDefault();
          const owner = e.currentTarget.parentElement;
          if (takes) take();
          else drop();
          owner?.focus();
          onDone();
        }}
        sx={{
          position: 'absolute',
          left: -2,
          top: -2,
          zIndex: 5,
          width: 'calc(100% + 4px)',
          minWidth: 180,
          height: 'calc(100% + 6px)',
          minHeight: 30,
          resize: 'none',
          font: '400 13px Commissioner',
          p: 0.5,
          border: `2px solid ${color.main}`,
          bgcolor: '#fff',
          color: color.ink,
        }}
      />
      <Box
        aria-hidden
        sx={{
          position: 'absolute',
          left: -2,
          top: 'calc(100% + 6px)',
          minWidth: 180,
          zIndex: 5,
          px: 0.5,
          fontSize: 11,
          whiteSpace: 'nowrap',
          bgcolor: color.panel,
          color: color.muted,
          border: `1px solid ${color.line}`,
        }}
      >
        {typingKeys(lines)}
      </Box>
    </>
  );
}
