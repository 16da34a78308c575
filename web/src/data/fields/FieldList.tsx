import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import type { DatasetUses, DatasetView, TableInfo } from '../../api/generated';
import { useNames } from '../../code/useNames';
import { caption } from '../../shell/caption';
import { FieldSign } from '../../shell/FieldSign';
import { color } from '../../theme/tokens';
import { addWorkedField, isSummable } from '../document/dataset';
import { type Dataset, type Field } from '../document/types';
import { FieldSettings } from './FieldSettings';

interface Props {
  dataset: Dataset;
  view?: DatasetView;
  schema: TableInfo[];
  selected?: string;
  uses?: DatasetUses;
  onSelect: (field?: string) => void;
  onEdit: (next: Dataset) => void;
}

/** The fields of the dataset in their order; the selected one with its settings and what its values are like. */
export function FieldList({ dataset, view, schema, selected, uses, onSelect, onEdit }: Props) {
  const fields = dataset.fields ?? [];
  const written = useNames(fields);
  const repeated = new Set(view?.repeated);
  const placesOf = (name: string) =>
    (uses?.reports ?? []).flatMap((r) => (r.uses.find((u) => u.field === name)?.places ?? []).map((place) => `${place} of ${r.title}`));
  return (
    <Box component="section" aria-label="Fields">
      {fields.map((field, i) => {
        const problem = view?.problems.find((p) => p.property === `fields.${field.name}`);
        return (
          <Box
            key={field.name}
            sx={{
              borderRadius: 1,
              border: `1px solid ${field.name === selected ? color.line : 'transparent'}`,
              bgcolor: field.name === selected ? color.paper : 'transparent',
              mb: 0.25,
            }}
          >
            <Box
              component="button"
              onClick={() => onSelect(field.name === selected ? undefined : field.name)}
              aria-expanded={field.name === selected}
              sx={{
                display: 'flex',
                alignItems: 'center',
                gap: 1,
                width: '100%',
                border: 0,
                bgcolor: 'transparent',
                font: 'inherit',
                textAlign: 'left',
                cursor: 'pointer',
                px: 0.75,
                py: 0.25,
                color: problem ? color.problem : field.hidden ? color.muted : color.ink,
              }}
            >
              <FieldSign type={field.type} worked={field.expression != null} />
              <Box component="span" sx={{ flex: 1 }}>
                {caption(field)}
              </Box>
              {repeated.has(field.name) && isSummable(field) && (
                <Box
                  component="span"
                  title="A join repeats this number: a total would count it several times"
                  sx={{ fontSize: 11, color: color.muted }}
                >
                  repeated
                </Box>
              )}
            </Box>
            {field.name === selected && (
              <FieldSettings
                dataset={dataset}
                field={field}
                columns={columnsFor(dataset, field, schema)}
                view={view}
                first={i === 0}
                last={i === fields.length - 1}
                uses={placesOf(field.name)}
                onEdit={onEdit}
                onRenamed={onSelect}
              />
            )}
          </Box>
        );
      })}
      <Button
        size="small"
        variant="outlined"
        sx={{ mt: 1 }}
        onClick={() => {
          const next = addWorkedField(dataset, written);
          onEdit(next);
          onSelect(next.fields![next.fields!.length - 1].name);
        }}
      >
        Work out a field
      </Button>
    </Box>
  );
}

/** The columns that a field could come from. */
function columnsFor(dataset: Dataset, field: Field, schema: TableInfo[]): string[] {
  const table =
    dataset.source.type === 'table'
      ? dataset.source.table
      : dataset.source.type === 'join'
        ? dataset.source.tables?.find((t) => t.id === field.table)?.table
        : undefined;
  return schema.find((t) => t.name === table)?.fields.map((f) => f.name) ?? [];
}
