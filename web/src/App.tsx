import { BrowserRouter, Route, Routes } from 'react-router';
import { ComposePage } from './compose/ComposePage';
import { DatasetPage } from './data/DatasetPage';
import { DataPage } from './data/DataPage';
import { LinksPage } from './lattice/LinksPage';
import { LibraryPage } from './library/LibraryPage';
import { ReadPage } from './read/ReadPage';
import { NotFound } from './shell/NotFound';

export function App() {
  return (
    <BrowserRouter>
      <Routes>
        <Route path="/" element={<LibraryPage />} />
        <Route path="/compose/:id" element={<ComposePage />} />
        <Route path="/read/:id" element={<ReadPage />} />
        <Route path="/links" element={<LinksPage />} />
        <Route path="/data" element={<DataPage />} />
        <Route path="/data/:id" element={<DatasetPage />} />
        <Route path="*" element={<NotFound />} />
      </Routes>
    </BrowserRouter>
  );
}
