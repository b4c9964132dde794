import CssBaseline from '@mui/material/CssBaseline';
import { StyledEngineProvider, ThemeProvider } from '@mui/material/styles';
import { QueryClientProvider } from '@tanstack/react-query';
import { lazy, Suspense, type ComponentType, type LazyExoticComponent } from 'react';
import { BrowserRouter, Navigate, Route, Routes, useLocation, useParams } from 'react-router';
import { queryClient, useApps, useSession } from './api/queries';
import { Frame } from './frame/Frame';
import { FORMER_PATHS, type RoomPath } from './model/rooms';
import { theme } from './theme/theme';

/** What each room of the registry shows; fetched when the room is first entered. */
const VIEWS: Record<RoomPath, LazyExoticComponent<ComponentType>> = {
  tide: lazy(() => import('./rooms/tide/TideTable')),
  releases: lazy(() => import('./rooms/releases/Releases')),
  cases: lazy(() => import('./rooms/cases/Cases')),
  metrics: lazy(() => import('./rooms/metrics/Metrics')),
  retention: lazy(() => import('./rooms/retention/Retention')),
  funnels: lazy(() => import('./rooms/funnels/Funnels')),
  compare: lazy(() => import('./rooms/compare/Compare')),
  levels: lazy(() => import('./rooms/levels/Levels')),
  segments: lazy(() => import('./rooms/segments/Segments')),
  users: lazy(() => import('./rooms/users/Users')),
  catalogue: lazy(() => import('./rooms/catalogue/Catalogue')),
  import: lazy(() => import('./rooms/import/Import')),
  events: lazy(() => import('./rooms/events/Events')),
  settings: lazy(() => import('./rooms/settings/Settings')),
};

const FirstApp = lazy(() =>
  import('./rooms/firstapp/FirstApp').then(({ FirstApp }) => ({ default: FirstApp })),
);
const SignIn = lazy(() => import('./rooms/signin/SignIn').then(({ SignIn }) => ({ default: SignIn })));

/** For developers; not in what is built for users. */
const KitPage = import.meta.env.DEV ? lazy(() => import('./kit/KitPage')) : undefined;

const views = Object.entries(VIEWS);

/** The whole interface: who is there decides between the door and the rooms. */
export function App() {
  return (
    <StyledEngineProvider injectFirst>
      <ThemeProvider theme={theme} defaultMode="system">
        <CssBaseline />
        <QueryClientProvider client={queryClient}>
          <BrowserRouter>
            <Door />
          </BrowserRouter>
        </QueryClientProvider>
      </ThemeProvider>
    </StyledEngineProvider>
  );
}

/** Made again for another app: nothing that is kept of one, such as its last answer, may be shown under another. */
function FrameOfApp() {
  const { app } = useParams();
  return <Frame key={app} />;
}

/** Leads from a former address of a room to its present one, with the question. */
function MovedTo({ path }: { path: RoomPath }) {
  const { search, hash } = useLocation();
  return <Navigate to={{ pathname: `../${path}`, search, hash }} replace />;
}

function Door() {
  const session = useSession();
  if (session.isPending) return null;
  if (!session.data?.name)
    return (
      <Suspense fallback={null}>
        <SignIn unreachable={session.isError} />
      </Suspense>
    );
  return (
    <Suspense fallback={null}>
      <Routes>
        <Route path="/a/:app" element={<FrameOfApp />}>
          {views.map(([path, View]) => (
            <Route key={path} path={path} element={<View />} />
          ))}
          <Route index element={<Navigate to="tide" replace />} />
          {Object.entries(FORMER_PATHS).map(([former, path]) => (
            <Route key={former} path={former} element={<MovedTo path={path} />} />
          ))}
        </Route>
        {KitPage && <Route path="/kit" element={<KitPage />} />}
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
