import Box from '@mui/material/Box';
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { listRelatedReportsOptions } from '../../api/generated/@tanstack/react-query.gen';
import { color } from '../../theme/tokens';
import { writeAddress } from '../run/address';

/** Reports that show the same rows or ask for the same, with the values that are set now. */
export function RelatedList({ report, values }: { report: string; values: Record<string, string> }) {
  const related = useQuery({ ...listRelatedReportsOptions({ path: { id: report } }), staleTime: 60_000, retry: false });
  if (!related.data?.length) return null;
  return (
    <Box component="nav" aria-label="Related reports" sx={{ mt: 2, pt: 1, borderTop: `1px solid ${color.line}` }}>
      <Box component="h2" sx={{ fontSize: 12, color: color.muted, m: 0, mb: 0.5 }}>
        Related reports
      </Box>
      {related.data.map((r) => (
        <Box
          key={r.id}
          component={Link}
          title={r.why}
          to={writeAddress({
            steps: [
              {
                report: r.id,
                values: Object.fromEntries(Object.entries(values).filter(([name]) => r.shared.includes(name))),
                open: 'here',
              },
            ],
            draft: false,
          })}
          sx={{
            display: 'block',
            py: 0.25,
            fontSize: 13,
            color: color.main,
            textDecoration: 'none',
            '&:hover': { textDecoration: 'underline' },
          }}
        >
          {r.title}
        </Box>
      ))}
    </Box>
  );
}
