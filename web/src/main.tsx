import '@fontsource-variable/source-sans-3/index.css';
import '@fontsource-variable/source-serif-4/index.css';
import 'bootstrap/dist/css/bootstrap.min.css';
import 'bootstrap-icons/font/bootstrap-icons.css';
import './styles/theme.css';
import './styles/workbench.css';
import './styles/board.css';
import './styles/view.css';
import './styles/strip.css';
import './styles/yard.css';
import './styles/nursery.css';
import './styles/roster.css';
import './styles/motion.css';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { BrowserRouter, Route, Routes } from 'react-router';
import { HandOverPage } from './handover/HandOverPage';
import { NoPage } from './parts/NoPage';
import { NurseryPage } from './nursery/NurseryPage';
import { RosterPage } from './roster/RosterPage';
import { SitesPage } from './sites/SitesPage';
import { WorkbenchPage } from './workbench/WorkbenchPage';
import { YardPage } from './yard/YardPage';

const queries = new QueryClient({ defaultOptions: { queries: { retry: 2, refetchOnWindowFocus: false, staleTime: 5_000 } } });
document.documentElement.dataset.bsTheme = localStorage.getItem('theme') ?? 'light';

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <QueryClientProvider client={queries}>
      <BrowserRouter>
        <Routes>
          <Route path="/" element={<SitesPage />} />
          <Route path="/sites/:id" element={<WorkbenchPage />} />
          <Route path="/sites/:id/nursery" element={<NurseryPage />} />
          <Route path="/sites/:id/roster" element={<RosterPage />} />
          <Route path="/sites/:id/yard" element={<YardPage />} />
          <Route path="/sites/:id/handover" element={<HandOverPage />} />
          <Route path="/sites/:id/*" element={<NoPage />} />
          <Route path="*" element={<NoPage />} />
        </Routes>
      </BrowserRouter>
    </QueryClientProvider>
  </StrictMode>,
);
