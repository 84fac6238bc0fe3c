import 'bootstrap/dist/css/bootstrap.min.css';
import './styles/fonts.css';
import './styles/icons.css';
import './styles/theme.css';
import './styles/workbench.css';
import './styles/board.css';
import './styles/view.css';
import './styles/strip.css';
import './styles/yard.css';
import './styles/nursery.css';
import './styles/roster.css';
import './styles/trials.css';
import './styles/states.css';
import './styles/motion.css';
import './styles/almanac.css';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { lazy, StrictMode, Suspense } from 'react';
import { createRoot } from 'react-dom/client';
import { BrowserRouter, Route, Routes } from 'react-router';
import { NoPage } from './parts/NoPage';
import { SitesPage } from './sites/SitesPage';
import { OwnView } from './view/view';

// each view is loaded when it is opened: the list of sites needs no 3D
const AlmanacPage = lazy(async () => ({ default: (await import('./almanac/AlmanacPage')).AlmanacPage }));
const SideBySidePage = lazy(async () => ({ default: (await import('./states/SideBySidePage')).SideBySidePage }));
const HistoryPage = lazy(async () => ({ default: (await import('./states/HistoryPage')).HistoryPage }));
const TrialsPage = lazy(async () => ({ default: (await import('./trials/TrialsPage')).TrialsPage }));
const BesidePage = lazy(async () => ({ default: (await import('./workbench/BesidePage')).BesidePage }));
const HandOverPage = lazy(async () => ({ default: (await import('./handover/HandOverPage')).HandOverPage }));
const NurseryPage = lazy(async () => ({ default: (await import('./nursery/NurseryPage')).NurseryPage }));
const RosterPage = lazy(async () => ({ default: (await import('./roster/RosterPage')).RosterPage }));
const WorkbenchPage = lazy(async () => ({ default: (await import('./workbench/WorkbenchPage')).WorkbenchPage }));
const YardPage = lazy(async () => ({ default: (await import('./yard/YardPage')).YardPage }));

const queries = new QueryClient({ defaultOptions: { queries: { retry: 2, refetchOnWindowFocus: false, staleTime: 5_000 } } });
document.documentElement.dataset.bsTheme = localStorage.getItem('theme') ?? 'light';

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <QueryClientProvider client={queries}>
      <BrowserRouter>
        <OwnView>
          <Suspense fallback={<p className="empty">Opening …</p>}>
            <Routes>
              <Route path="/" element={<SitesPage />} />
              <Route path="/sites/:id" element={<WorkbenchPage />} />
              <Route path="/sites/:id/beside" element={<BesidePage />} />
              <Route path="/sites/:id/trials" element={<TrialsPage />} />
              <Route path="/sites/:id/compare" element={<SideBySidePage />} />
              <Route path="/sites/:id/history" element={<HistoryPage />} />
              <Route path="/sites/:id/almanac" element={<AlmanacPage />} />
              <Route path="/sites/:id/nursery" element={<NurseryPage />} />
              <Route path="/sites/:id/roster" element={<RosterPage />} />
              <Route path="/sites/:id/yard" element={<YardPage />} />
              <Route path="/sites/:id/handover" element={<HandOverPage />} />
              <Route path="/sites/:id/*" element={<NoPage />} />
              <Route path="*" element={<NoPage />} />
            </Routes>
          </Suspense>
        </OwnView>
      </BrowserRouter>
    </QueryClientProvider>
  </StrictMode>,
);
