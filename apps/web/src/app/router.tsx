import { createBrowserRouter, Navigate, useParams } from 'react-router';
import { Failure, NotFound } from '../page/failure';
import { RigShell } from './rig-shell';
import { Waiting } from '../page/waiting';

const RigStart = () => {
  const { id } = useParams();
  return <Navigate to={`/rigs/${id}/wiring`} replace />;
};

/** The address names the rig and the view. Each view is loaded when it is first opened. */
export const router = createBrowserRouter([
  {
    errorElement: <Failure />,
    hydrateFallbackElement: <Waiting words="Opening Diaphon" />,
    children: [
      { path: '/', element: <Navigate to="/rigs" replace /> },
      { path: '/rigs', lazy: async () => ({ Component: (await import('../shelf/shelf-view')).ShelfView }) },
      {
        path: '/advice',
        lazy: async () => ({ Component: (await import('../advice/advice-view')).AdviceView }),
      },
      {
        path: '/rigs/:id',
        element: <RigShell />,
        children: [
          { index: true, element: <RigStart /> },
          {
            path: 'print',
            lazy: async () => ({ Component: (await import('../print/print-view')).PrintView }),
          },
          {
            path: 'wiring',
            lazy: async () => ({ Component: (await import('../wiring/wiring-view')).WiringView }),
          },
          {
            path: 'model',
            lazy: async () => ({ Component: (await import('../models/model-view')).ModelView }),
          },
          {
            path: 'levels',
            lazy: async () => ({ Component: (await import('../levels/levels-view')).LevelsView }),
          },
        ],
      },
      { path: '*', element: <NotFound /> },
    ],
  },
]);
