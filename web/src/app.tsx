import { MantineProvider } from '@mantine/core';
import { Notifications } from '@mantine/notifications';
import { QueryClientProvider } from '@tanstack/react-query';
import { lazy, Suspense } from 'react';
import { createBrowserRouter, Navigate, RouterProvider } from 'react-router';
import { queryClient } from './api/queries.ts';
import { LibraryPage } from './screens/designs/library-page.tsx';
import { QuiltShell } from './screens/quilt-shell.tsx';
import { PairThis } from './screens/devices/pair-this.tsx';
import { Door } from './screens/door.tsx';
import { Lost } from './screens/lost.tsx';
import { Shelf } from './screens/shelf/shelf.tsx';
import { theme } from './ui/theme.ts';
import { Waiting } from './ui/waiting.tsx';

const DesignDeskPage = lazy(() => import('./screens/design-desk/design-desk.tsx'));
const QuiltStep = lazy(() => import('./screens/quilt/quilt-step.tsx'));
const DesignsStep = lazy(() => import('./screens/designs/designs-step.tsx'));
const LayoutStep = lazy(() => import('./screens/layout/layout-step.tsx'));
const PassesStep = lazy(() => import('./screens/passes/passes-step.tsx'));
const BackupsPage = lazy(() => import('./screens/backups/backups-page.tsx'));
const TabletPage = lazy(() => import('./screens/devices/tablet-page.tsx'));
const MessagesPage = lazy(() => import('./screens/messages-page.tsx'));
const FramesPage = lazy(() => import('./screens/frames/frames-page.tsx'));
const FrameStep = lazy(() => import('./screens/frame/frame-step.tsx'));
const LogStep = lazy(() => import('./screens/log/log-step.tsx'));

const router = createBrowserRouter([
  { path: '/', element: <Shelf />, errorElement: <Lost /> },
  { path: '/designs', element: <LibraryPage />, errorElement: <Lost /> },
  { path: '/designs/:designId', element: <DesignDeskPage />, errorElement: <Lost /> },
  { path: '/backups', element: <BackupsPage />, errorElement: <Lost /> },
  { path: '/tablet', element: <TabletPage />, errorElement: <Lost /> },
  { path: '/pair', element: <PairThis />, errorElement: <Lost /> },
  { path: '/messages', element: <MessagesPage />, errorElement: <Lost /> },
  { path: '/frames', element: <FramesPage />, errorElement: <Lost /> },
  {
    path: '/quilts/:quiltId',
    element: <QuiltShell />,
    errorElement: <Lost />,
    children: [
      { index: true, element: <Navigate to="layout" replace /> },
      { path: 'quilt', element: <QuiltStep /> },
      { path: 'designs', element: <DesignsStep /> },
      { path: 'layout', element: <LayoutStep /> },
      { path: 'passes', element: <PassesStep /> },
      { path: 'frame', element: <FrameStep /> },
      { path: 'log', element: <LogStep /> },
    ],
  },
  { path: '*', element: <Lost /> },
]);

export function App() {
  return (
    <MantineProvider theme={theme} forceColorScheme="light">
      <QueryClientProvider client={queryClient}>
        <Notifications position="bottom-center" limit={3} />
        <Suspense fallback={<Waiting what="Gorse" />}>
          <Door>
            <RouterProvider router={router} />
          </Door>
        </Suspense>
      </QueryClientProvider>
    </MantineProvider>
  );
}
