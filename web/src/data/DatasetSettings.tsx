import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { Blank } from '../sentence/Blank';
import { TextSetting } from '../sentence/TextSetting';
import { Pane } from '../shell/Pane';
import { FieldList } from './fields/FieldList';
import { FilterSentence } from './rows/FilterSentence';
import { JoinList } from './joins/JoinList';
import { JoinSentence } from './joins/JoinSentence';
import { OrderSentence } from './rows/OrderSentence';
import { DatasetParameters } from './rows/DatasetParameters';
import { StarterSetting } from './StarterSetting';
import { UsedBy } from './UsedBy';
import type { DatabaseInfo, DatasetUses, TableInfo } from '../api/generated';
import type { Look } from './rows/useLook';
import type { Dataset } from './document/types';

interface Props {
  dataset: Dataset;
  look: Look;
  schema: TableInfo[];
  databases?: DatabaseInfo[];
  /** The id of the table that is selected, and the name of the field. */
  table?: string;
  field?: string;
  /** Parameter values that the rows are looked at with. */
  tried: Record<string, string>;
  uses?: DatasetUses;
  /** The version that is saved. */
  saved: number;
  onTable: (id?: string) => void;
  onField: (name?: string) => void;
  onTry: (values: Record<string, string>) => void;
  onEdit: (next: Dataset) => void;
}

/** Conditions, parameters, order and fields of the dataset; or how the selected table is joined. */
export function DatasetSettings({ dataset, look: { view }, schema, databases, table, field, tried, uses, saved, ...on }: Props) {
  const { onTable, onField, onTry, onEdit } = on;
  return (
    <Pane
      label="Settings"
      region="settings"
      side="right"
      width={320}
      onKeyDown={(e) => {
        if (e.key !== 'Escape' || e.defaultPrevented || !table || !e.currentTarget.contains(e.target as Node)) return;
        onTable(undefined);
      }}
    >
      {table ? (
        <>
          <Button size="small" onClick={() => onTable(undefined)} sx={{ mb: 1 }}>
            ← Conditions and fields
          </Button>
          <JoinSentence dataset={dataset} table={table} effect={view?.joins.find((e) => e.id === table)} onEdit={onEdit} />
        </>
      ) : (
        <>
          <FilterSentence
            dataset={dataset}
            from={
              dataset.source.type !== 'derived' && (
                <Blank
                  label="Database"
                  tone={databases && !databases.some((d) => d.name === dataset.database) ? 'problem' : 'main'}
                  choices={(databases ?? []).map((d) => ({ value: d.name, label: d.name }))}
                  onPick={(database) => onEdit({ ...dataset, database })}
                >
                  {dataset.database}
                </Blank>
              )
            }
            onEdit={onEdit}
          />
          <JoinList dataset={dataset} effects={view?.joins ?? []} onSelect={onTable} />
          <DatasetParameters
            dataset={dataset}
            asked={view?.asked ?? []}
            tried={tried}
            problems={view?.problems ?? []}
            onTry={onTry}
            onEdit={onEdit}
          />
          <OrderSentence dataset={dataset} mostRows={view?.mostRows} mostSeconds={view?.mostSeconds} onEdit={onEdit} />
          <Box component="h2" sx={{ fontSize: 13, mt: 1.5, mb: 0.5 }}>
            Fields
          </Box>
          <FieldList dataset={dataset} view={view} schema={schema} selected={field} uses={uses} onSelect={onField} onEdit={onEdit} />
          <Box sx={{ display: 'grid', gap: 1, mt: 2 }}>
            <TextSetting
              label="Name of the dataset"
              value={dataset.name}
              onCommit={(name) => {
                if (name.trim()) onEdit({ ...dataset, name: name.trim() });
              }}
            />
            <TextSetting
              label="What it is about"
              multiline
              value={dataset.description ?? ''}
              onCommit={(description) => onEdit({ ...dataset, description: description || null })}
            />
          </Box>
          <Box sx={{ mt: 1 }}>
            <StarterSetting dataset={dataset} onEdit={onEdit} />
          </Box>
          <UsedBy id={dataset.id} saved={saved} />
        </>
      )}
    </Pane>
  );
}
