import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import { Menu } from '../shell/whenOpen';
import { useState } from 'react';
import { Message } from '../shell/Message';
import { color } from '../theme/tokens';
import { isJoin, tablesOf } from './document/dataset';
import { FirstTable } from './joins/FirstTable';
import { JoinCanvas } from './joins/JoinCanvas';
import { SqlEditor } from './SqlEditor';
import { DerivedCard } from './DerivedCard';
import type { JoinEffect, TableInfo } from '../api/generated';
import type { Dataset } from './document/types';
import { tableWords } from './document/tableWords';

interface Props {
  dataset: Dataset;
  schema: TableInfo[];
  effects: JoinEffect[];
  /** The id of the table that is selected. */
  table?: string;
  onTable: (id?: string) => void;
  onAddTable: (name: string) => void;
  onEdit: (next: Dataset) => void;
}

/** Where the rows come from: tables as cards, SQL by hand, or another dataset. */
export function OriginPane({ dataset, schema, effects, table, onTable, onAddTable, onEdit }: Props) {
  const [menu, setMenu] = useState<HTMLElement | null>(null);
  return (
    <Box sx={{ flex: 3, minHeight: 200, position: 'relative' }}>
      {dataset.source.type === 'query' ? (
        <SqlEditor dataset={dataset} schema={schema} onEdit={onEdit} />
      ) : isJoin(dataset) && tablesOf(dataset).length === 0 ? (
        <FirstTable schema={schema} onPick={onAddTable} />
      ) : isJoin(dataset) ? (
        <>
          <JoinCanvas dataset={dataset} schema={schema} effects={effects} selected={table} onSelect={onTable} onEdit={onEdit} />
          <Box sx={{ position: 'absolute', left: 12, top: 12, zIndex: 5 }}>
            <Button variant="outlined" sx={{ bgcolor: color.paper }} onClick={(e) => setMenu(e.currentTarget)}>
              Add a table
            </Button>
          </Box>
          <Menu open={menu !== null} anchorEl={menu} onClose={() => setMenu(null)}>
            {schema.map((t) => (
              <MenuItem
                key={t.name}
                onClick={() => {
                  setMenu(null);
                  onAddTable(t.name);
                }}
              >
                {t.name.replaceAll('_', ' ')}
                <Box component="span" sx={{ ml: 1.5, color: color.muted, fontSize: 12 }}>
                  {tableWords(t)}
                </Box>
              </MenuItem>
            ))}
          </Menu>
        </>
      ) : dataset.source.type === 'derived' ? (
        <DerivedCard dataset={dataset} from={dataset.source.dataset} onEdit={onEdit} />
      ) : (
        <Message title={`Every row of ${dataset.source.type === 'table' ? dataset.source.table.replaceAll('_', ' ') : ''}`} />
      )}
    </Box>
  );
}
