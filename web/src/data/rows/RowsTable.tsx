import Box from '@mui/material/Box';
import type { DatasetView } from '../../api/generated';
import { color } from '../../theme/tokens';
import type { Field } from '../document/types';

const numbersAreRight = (field?: Field) => field?.type === 'whole' || field?.type === 'decimal' || field?.type === 'double';

/** The first rows as they are now. */
export function RowsTable({
  view,
  fields,
  selected,
  onSelect,
}: {
  view: DatasetView;
  fields: Field[];
  selected?: string;
  onSelect?: (field: string) => void;
}) {
  // A code is shown with what it means, so that both are known.
  const shown = (name: string, value: string | null) => {
    const code = value === null ? undefined : fields.find((f) => f.name === name)?.codes?.find((c) => c.code === value);
    return value === null ? '–' : code ? `${value} = ${code.label}` : value;
  };
  return (
    <Box
      component="table"
      aria-label="First rows"
      sx={{
        borderCollapse: 'collapse',
        fontSize: 12,
        '& th, & td': {
          px: 1,
          py: 0.25,
          borderBottom: `1px solid ${color.line}`,
          whiteSpace: 'nowrap',
          maxWidth: 260,
          overflow: 'hidden',
          textOverflow: 'ellipsis',
        },
        '& th': { position: 'sticky', top: 0, bgcolor: color.panel, textAlign: 'left', cursor: onSelect ? 'pointer' : undefined },
      }}
    >
      <thead>
        <tr>
          {view.columns.map((name) => (
            <Box
              component="th"
              key={name}
              onClick={onSelect && (() => onSelect(name))}
              sx={{ color: name === selected ? color.main : color.ink }}
              style={{ textAlign: numbersAreRight(fields.find((f) => f.name === name)) ? 'right' : undefined }}
            >
              {name}
            </Box>
          ))}
        </tr>
      </thead>
      <tbody>
        {view.rows.map((row, i) => (
          <tr key={i}>
            {row.map((value, k) => (
              <td
                key={k}
                style={{
                  textAlign: numbersAreRight(fields.find((f) => f.name === view.columns[k])) ? 'right' : undefined,
                  color: value === null ? color.muted : undefined,
                }}
              >
                {shown(view.columns[k], value)}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </Box>
  );
}
