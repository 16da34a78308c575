import { lazy } from 'react';
import { BrowserRouter, Route, Routes } from 'react-router';
import { Frame } from './focus/Frame';
import { Failure } from './shell/Failure';
import { NotFound } from './shell/NotFound';

// Each screen comes by itself, so that none waits for what only others use. There is no stand-in meanwhile: the screen before stays, since
// React would show a stand-in for a third of a second at least.
const LibraryPage = lazy(() => import('./library/LibraryPage').then((m) => ({ default: m.LibraryPage })));
const ComposePage = lazy(() => import('./compose/ComposePage').then((m) => ({ default: m.ComposePage })));
const ReadPage = lazy(() => import('./read/ReadPage').then((m) => ({ default: m.ReadPage })));
const LinksPage = lazy(() => import('./lattice/LinksPage').then((m) => ({ default: m.LinksPage })));
const DataPage = lazy(() => import('./data/DataPage').then((m) => ({ default: m.DataPage })));
const DatasetPage = lazy(() => import('./data/DatasetPage').then((m) => ({ default: m.DatasetPage })));

export function App() {
  return (
    <BrowserRouter>
      <Frame>
        <Failure>
          <Routes>
            <Route path="/" element={<LibraryPage />} />
            <Route path="/compose/:id" element={<ComposePage />} />
            <Route path="/read/:id" element={<ReadPage />} />
            <Route path="/links" element={<LinksPage />} />
            <Route path="/data" element={<DataPage />} />
            <Route path="/data/:id" element={<DatasetPage />} />
            <Route path="*" element={<NotFound />} />
          </Routes>
        </Failure>
      </Frame>
    </BrowserRouter>
  );
}
