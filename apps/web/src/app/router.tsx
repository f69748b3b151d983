import { lazy, Suspense } from 'react';
import { BrowserRouter, Navigate, Route, Routes } from 'react-router';
import { FailureBoundary, NotFound } from '../page/failure';
import { Waiting } from '../page/waiting';
import { RigShell } from './rig-shell';
import { RigStart } from './rig-start';
import { pageOf, VIEWS } from './views';

/** Each view is loaded when it is first opened. */
const ShelfView = lazy(async () => ({ default: (await import('../shelf/shelf-view')).ShelfView }));
const NewRigView = lazy(async () => ({ default: (await import('../new-rig/new-rig-view')).NewRigView }));
const AdviceView = lazy(async () => ({ default: (await import('../advice/advice-view')).AdviceView }));
const PrintView = lazy(async () => ({ default: (await import('../print/print-view')).PrintView }));
const GainSheetView = lazy(async () => ({
  default: (await import('../print/gain-sheet-view')).GainSheetView,
}));
const TrackSheetView = lazy(async () => ({
  default: (await import('../print/track-sheet-view')).TrackSheetView,
}));
const CallScriptView = lazy(async () => ({
  default: (await import('../print/call-script-view')).CallScriptView,
}));
const ModelView = lazy(async () => ({ default: (await import('../models/model-view')).ModelView }));

const PAGES = VIEWS.map(({ id }) => ({ id, Page: pageOf(id) }));

/** The address names the rig and the view. */
export const Router = () => (
  <BrowserRouter>
    <FailureBoundary>
      <Suspense fallback={<Waiting words="Opening Diaphon" />}>
        <Routes>
          <Route path="/" element={<Navigate to="/rigs" replace />} />
          <Route path="/rigs" element={<ShelfView />} />
          <Route path="/new" element={<NewRigView />} />
          <Route path="/advice" element={<AdviceView />} />
          <Route path="/rigs/:id" element={<RigShell />}>
            <Route index element={<RigStart />} />
            <Route path="print" element={<PrintView />} />
            <Route path="gains" element={<GainSheetView />} />
            <Route path="tracks" element={<TrackSheetView />} />
            <Route path="call" element={<CallScriptView />} />
            <Route path="model" element={<ModelView />} />
            {PAGES.map(({ id, Page }) => (
              <Route key={id} path={id} element={<Page />} />
            ))}
          </Route>
          <Route path="*" element={<NotFound />} />
        </Routes>
      </Suspense>
    </FailureBoundary>
  </BrowserRouter>
);
