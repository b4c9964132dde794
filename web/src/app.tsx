import CssBaseline from '@mui/material/CssBaseline';
import { ThemeProvider } from '@mui/material/styles';
import { QueryClientProvider } from '@tanstack/react-query';
import { lazy, Suspense } from 'react';
import { BrowserRouter, Navigate, Route, Routes, useParams } from 'react-router';
import { queryClient, useApps, useSession } from './api/queries';
import { Frame } from './frame/Frame';
import { FirstApp } from './rooms/firstapp/FirstApp';
import { SignIn } from './rooms/signin/SignIn';
import { theme } from './theme/theme';

const TideTable = lazy(() => import('./rooms/tidetable/TideTable'));
const Releases = lazy(() => import('./rooms/releases/Releases'));
const Cases = lazy(() => import('./rooms/cases/Cases'));
const Measures = lazy(() => import('./rooms/measures/Measures'));
const Contrast = lazy(() => import('./rooms/contrast/Contrast'));
const Extracts = lazy(() => import('./rooms/extracts/Extracts'));
const Places = lazy(() => import('./rooms/places/Places'));
const Segments = lazy(() => import('./rooms/segments/Segments'));
const Register = lazy(() => import('./rooms/register/Register'));
const Retention = lazy(() => import('./rooms/retention/Retention'));
const Funnels = lazy(() => import('./rooms/funnels/Funnels'));
const Catalogue = lazy(() => import('./rooms/catalogue/Catalogue'));
const Intake = lazy(() => import('./rooms/intake/Intake'));
const Settings = lazy(() => import('./rooms/settings/Settings'));

/** The whole interface: who is there decides between the door and the rooms. */
export function App() {
  return (
    <ThemeProvider theme={theme} defaultMode="system">
      <CssBaseline />
      <QueryClientProvider client={queryClient}>
        <BrowserRouter>
          <Door />
        </BrowserRouter>
      </QueryClientProvider>
    </ThemeProvider>
  );
}

/** Made again for another app: nothing that is kept of one, such as its last answer, may be shown under another. */
function FrameOfApp() {
  const { app } = useParams();
  return <Frame key={app} />;
}

function Door() {
  const session = useSession();
  if (session.isPending) return null;
  if (!session.data?.name) return <SignIn unreachable={session.isError} />;
  return (
    <Suspense fallback={null}>
      <Routes>
        <Route path="/a/:app" element={<FrameOfApp />}>
          <Route path="tide" element={<TideTable />} />
          <Route path="releases" element={<Releases />} />
          <Route path="cases" element={<Cases />} />
          <Route path="measures" element={<Measures />} />
          <Route path="contrast" element={<Contrast />} />
          <Route path="extracts" element={<Extracts />} />
          <Route path="places" element={<Places />} />
          <Route path="segments" element={<Segments />} />
          <Route path="register" element={<Register />} />
          <Route path="retention" element={<Retention />} />
          <Route path="funnels" element={<Funnels />} />
          <Route path="catalogue" element={<Catalogue />} />
          <Route path="intake" element={<Intake />} />
          <Route path="settings" element={<Settings />} />
          <Route index element={<Navigate to="tide" replace />} />
        </Route>
        <Route path="/new-app" element={<FirstApp />} />
        <Route path="*" element={<Home />} />
      </Routes>
    </Suspense>
  );
}

/** The first app's tide table, or the making of a first app. */
function Home() {
  const apps = useApps();
  if (apps.isPending) return null;
  const first = apps.data?.[0];
  return first ? <Navigate to={`/a/${first.key}/tide`} replace /> : <FirstApp />;
}
