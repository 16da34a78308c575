import Box from '@mui/material/Box';
import { useEffect } from 'react';
import { Link } from 'react-router';
import { Main } from './Main';
import { Message } from './Message';
import { TopBar } from './TopBar';

export function NotFound() {
  useEffect(() => {
    document.title = 'Nothing here – Lucid Lattice';
  }, []);
  return (
    <Box sx={{ height: '100%', display: 'flex', flexDirection: 'column' }}>
      <TopBar screen="Nothing here" />
      <Main data-region="content">
        <Message title="There is nothing at this address">
          <Link to="/">Go to the library</Link>
        </Message>
      </Main>
    </Box>
  );
}
