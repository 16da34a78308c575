import { useNavigate } from 'react-router';
import { caption } from '../../shell/caption';
import { newLevels } from '../document/newLevels';
import { useFieldNames } from '../store/useFieldNames';
import { useActiveSection } from '../store/activeSection';
import { ask } from '../document/commands';
import { useCompose } from '../store/composeStore';
import { allElements, allSections, bandName, offeredFields } from '../document/definition';
import { kindOf } from '../kinds';
import { useAddCrosstab } from '../store/useAddCrosstab';
import { boxOf } from '../document/pageStops';
import { removeItems } from '../store/removing';
import { arrangementsOf, selectedIds } from '../store/selected';
import { setRulers, setZoom } from '../document/zoom';

export interface Command {
  name: string;
  /** What kind of thing it is: “Go to”. */
  group: string;
  keys?: string;
  run: () => void;
}

/** Everything that can be done in Compose now, and every place that can be gone to. */
export function useCommands(): Command[] {
  const { id, definition, view, selection, past, future, edit, select, undo, redo, setSheet } = useCompose(
    'id',
    'definition',
    'view',
    'selection',
    'past',
    'future',
    'edit',
    'select',
    'undo',
    'redo',
    'setSheet',
  );
  const section = useActiveSection();
  const addCrosstab = useAddCrosstab();
  const written = useFieldNames();
  const navigate = useNavigate();
  if (!definition || !section) return [];
  const ids = selectedIds(selection);
  const shown = new Set(view?.bands.flatMap((b) => b.elements.map((e) => e.id)));
  const fields = offeredFields(definition, section);
  /** What stands among the settings of the report is asked for once they are shown. */
  const inPanel = (name: string) => {
    select({ kind: 'report' });
    setTimeout(() => ask(name));
  };
  return [
    ...(past.length ? [{ name: 'Undo', group: 'Edit', keys: 'Ctrl+Z', run: () => void undo() }] : []),
    ...(future.length ? [{ name: 'Redo', group: 'Edit', keys: 'Ctrl+Y', run: () => void redo() }] : []),
    { name: 'Publish', group: 'Report', run: () => ask('publish') },
    { name: 'Read this report', group: 'Report', run: () => void navigate(`/read/${id}?~draft=1`) },
    { name: 'Explain the report in sentences', group: 'Report', run: () => inPanel('explain') },
    { name: 'Earlier versions of the report', group: 'Report', run: () => inPanel('history') },
    { name: 'Settings of the report', group: 'Report', run: () => select({ kind: 'report' }) },
    { name: 'Zoom in', group: 'View', keys: 'Ctrl++', run: () => setZoom(1) },
    { name: 'Zoom out', group: 'View', keys: 'Ctrl+−', run: () => setZoom(-1) },
    ...(['mm', 'inches', undefined] as const).map((unit) => ({
      name: unit ? `Show rulers in ${unit}` : 'Show no rulers',
      group: 'View',
      run: () => setRulers(unit),
    })),
    { name: 'Fit the page to the window', group: 'View', keys: 'Ctrl+0', run: () => setZoom(0) },
    ...(ids.length
      ? [
          {
            name: ids.length > 1 ? `Remove ${ids.length} elements` : 'Remove the element',
            group: 'Edit',
            keys: 'Delete',
            run: () => removeItems(ids),
          },
        ]
      : []),
    ...(ids.length === 1 ? [{ name: 'Where does it come from?', group: 'View', run: () => ask('trace') }] : []),
    ...arrangementsOf(definition, selection).map(({ command, places }) => ({
      name: command,
      group: 'Arrange',
      run: () => void edit({ type: 'arrange', places: places() }),
    })),
    {
      name: 'Add a crosstab of all rows',
      group: 'Add',
      run: () => addCrosstab(section.id, 'reportHeader'),
    },
    {
      name: 'Add a crosstab on a sheet of its own',
      group: 'Add',
      run: () => addCrosstab(section.id, 'reportHeader', 0, true),
    },
    ...fields.map((f) => ({
      name: `Add ${caption(f)} as a column`,
      group: 'Add',
      run: () => void edit({ type: 'addField', section: section.id, field: f.name, band: 'detail' }),
    })),
    ...newLevels(definition, section, written).map(({ words, edit: made }) => ({
      name: `Group the rows by ${words}`,
      group: 'Add',
      run: () => void edit(made),
    })),
    ...(definition.sheets ?? [])
      .filter((s) => (definition.sheets?.length ?? 0) > 1 && s.id !== view?.sheet)
      .map((s) => ({ name: `Sheet ${s.name}`, group: 'Go to', run: () => setSheet(s.id) })),
    ...allSections(definition).flatMap((s) =>
      (s.levels ?? []).map((l) => ({ name: `Level ${l.name}`, group: 'Go to', run: () => select({ kind: 'level', id: l.id }) })),
    ),
    ...(view?.bands ?? []).map((b) => ({
      name: `Band ${b.name}`,
      group: 'Go to',
      run: () => select({ kind: 'band', section: b.section, band: b.kind, level: Number(b.level) }),
    })),
    ...allElements(definition)
      .filter((p) => shown.has(p.element.id))
      .map((p) => ({
        name: kindOf(p.element).name(p.element, definition).trim(),
        group: bandName(p.section, p.band, p.level),
        run: () => {
          select({ kind: 'element', id: p.element.id });
          boxOf(p.element.id)?.focus();
        },
      })),
  ];
}
