import {
  acceptCompletion,
  autocompletion,
  completionStatus,
  selectedCompletion,
  setSelectedCompletion,
  type Completion,
  type CompletionContext,
} from '@codemirror/autocomplete';
import { SQLite, sql } from '@codemirror/lang-sql';
import { EditorView, keymap } from '@codemirror/view';
import CodeMirror, { Prec } from '@uiw/react-codemirror';
import { useMemo } from 'react';
import { nonce } from '../theme/nonce';
import { color } from '../theme/tokens';

interface Props {
  label: string;
  value: string;
  onChange: (value: string) => void;
  /** Enter, or Ctrl + Enter where Enter starts a new line. */
  onSubmit: () => void;
  completions: Completion[];
  /** Tables with their columns, for a whole statement; without them it is one expression. */
  tables?: Record<string, string[]>;
  height?: string;
}

const look = EditorView.theme({
  '&': { fontSize: '12.5px', backgroundColor: color.paper, color: color.ink },
  '&.cm-focused': { outline: 'none' },
  '.cm-content': { fontFamily: 'Noto Sans Mono', caretColor: color.ink, padding: '6px 0' },
  '.cm-tooltip': { border: `1px solid ${color.line}`, borderRadius: '6px', backgroundColor: color.paper, zIndex: '1500' },
  '.cm-tooltip.cm-tooltip-autocomplete > ul': { fontFamily: 'Commissioner', maxHeight: '15em' },
  '.cm-tooltip.cm-tooltip-autocomplete > ul > li': { padding: '3px 8px' },
  '.cm-tooltip.cm-tooltip-autocomplete > ul > li[aria-selected]': { backgroundColor: color.mainTint, color: color.ink },
  // Its signs come from whatever font the machine has.
  '.cm-completionIcon': { display: 'none' },
  '.cm-completionDetail': { color: color.muted, fontStyle: 'normal', marginLeft: '12px' },
  '.cm-completionInfo': { fontFamily: 'Commissioner', padding: '4px 8px', color: color.muted },
});

/** Over a selection, browsers type with the styles of what stood there, as attributes, which the page's security policy refuses. */
const typeOver = EditorView.domEventHandlers({
  beforeinput: (e, view) => {
    const { from, to, empty } = view.state.selection.main;
    const text = e.data;
    if (e.inputType !== 'insertText' || !text || empty || view.composing) return false;
    e.preventDefault();
    const insert = () => view.state.update(view.state.replaceSelection(text), { userEvent: 'input.type', scrollIntoView: true });
    if (!view.state.facet(EditorView.inputHandler).some((handle) => handle(view, from, to, text, insert))) view.dispatch(insert());
    return true;
  },
});

/** Takes the suggestion that an arrow key chose, or else the first one. */
function takeSuggestion(view: EditorView): boolean {
  if (completionStatus(view.state) !== 'active') return false;
  if (!selectedCompletion(view.state)) view.dispatch({ effects: setSelectedCompletion(0) });
  return acceptCompletion(view);
}

/** A text in a language, with completion: whole SQL, or one expression. */
export default function CodeField({ label, value, onChange, onSubmit, completions, tables, height }: Props) {
  const whole = tables !== undefined;
  const extensions = useMemo(() => {
    const offer = (context: CompletionContext) => {
      const word = context.matchBefore(/:?[\p{L}_"][\p{L}\p{N}_"]*|:/u);
      if (!word && !context.explicit) return null;
      return {
        from: word?.from ?? context.pos,
        options: whole ? completions.filter((c) => c.label.startsWith(':')) : completions,
        validFor: /^:?[\p{L}\p{N}_"]*$/u,
      };
    };
    const submit = () => {
      onSubmit();
      return true;
    };
    return [
      // The dialog around it is left with Escape only where no list of completions is open.
      Prec.highest(
        keymap.of([
          { key: 'Mod-Enter', run: submit },
          { key: 'Tab', run: takeSuggestion },
          // Enter takes a suggestion only where an arrow key chose it.
          ...(whole ? [] : [{ key: 'Enter', run: (view: EditorView) => !selectedCompletion(view.state) && submit() }]),
        ]),
      ),
      EditorView.lineWrapping,
      typeOver,
      EditorView.contentAttributes.of({ 'aria-label': label }),
      ...(nonce ? [EditorView.cspNonce.of(nonce)] : []),
      look,
      sql({ dialect: SQLite, schema: tables, upperCaseKeywords: true }),
      ...(whole
        ? [SQLite.language.data.of({ autocomplete: offer }), autocompletion({ selectOnOpen: false })]
        : [autocompletion({ override: [offer], icons: false, selectOnOpen: false })]),
    ];
  }, [label, onSubmit, completions, tables, whole]);
  return (
    <CodeMirror
      value={value}
      onChange={onChange}
      extensions={extensions}
      height={height}
      theme="light"
      autoFocus={!whole}
      // An expression is written anew more often than it is added to.
      onCreateEditor={(view) => {
        if (!whole) view.dispatch({ selection: { anchor: 0, head: view.state.doc.length }, scrollIntoView: true });
      }}
      indentWithTab={false}
      basicSetup={{
        lineNumbers: whole,
        foldGutter: false,
        highlightActiveLine: false,
        highlightActiveLineGutter: false,
        autocompletion: whole,
        searchKeymap: false,
      }}
    />
  );
}
