import { nonce } from './theme/nonce';
import createCache from '@emotion/cache';
import { CacheProvider } from '@emotion/react';
import CssBaseline from '@mui/material/CssBaseline';
import { ThemeProvider } from '@mui/material/styles';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { SnackbarProvider } from 'notistack';
import { startTransition, StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { App } from './App';
import './theme/fonts.css';
import { theme } from './theme/theme';

const cache = createCache({ key: 'll', nonce, prepend: true });
const queries = new QueryClient({ defaultOptions: { queries: { retry: false, refetchOnWindowFocus: false } } });

const root = createRoot(document.getElementById('root')!);
// A transition waits for the first screen to arrive.
startTransition(() =>
  root.render(
    <StrictMode>
      <CacheProvider value={cache}>
        <ThemeProvider theme={theme}>
          <CssBaseline />
          <QueryClientProvider client={queries}>
            <SnackbarProvider maxSnack={3} anchorOrigin={{ vertical: 'bottom', horizontal: 'center' }}>
              <App />
            </SnackbarProvider>
          </QueryClientProvider>
        </ThemeProvider>
      </CacheProvider>
    </StrictMode>,
  ),
);
