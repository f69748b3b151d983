import { createApi, type BaseQueryFn } from '@reduxjs/toolkit/query/react';
import type {
  DoorState,
  OpenRig,
  OwnModel,
  RevisionEntry,
  RigOnShelf,
  SavedRig,
  SignedInBrowser,
  SittingAddition,
  SittingInList,
  TrendPoint,
} from '@diaphon/api';
import { modelFile, type DeviceModel, type Rig, type StockRow } from '@diaphon/core';
import { callServer, type Call, type ServerFailure } from './call';

const ownModel = (id: string) => `/models/${encodeURIComponent(id)}`;
/** Where a rig is asked for. */
export const rigPath = (id: string) => `/rigs/${encodeURIComponent(id)}`;

/** How many revisions one page of the history holds. */
const HISTORY_PAGE = 50;

const post = (path: string, body: object = {}): Call => ({ path, method: 'POST', body });
const put = (path: string, body: object): Call => ({ path, method: 'PUT', body });
const remove = (path: string): Call => ({ path, method: 'DELETE' });

/** Everything the interface asks of the server; lists are read anew when something was done to what they list. */
export const serverApi = createApi({
  reducerPath: 'server',
  baseQuery: ((call) => callServer(call)) as BaseQueryFn<Call, unknown, ServerFailure>,
  tagTypes: ['Shelf', 'Stock', 'Models', 'History', 'Log', 'Door'],
  // What is looked at again is read again: another window may have changed it.
  refetchOnMountOrArgChange: true,
  endpoints: (build) => ({
    shelf: build.query<RigOnShelf[], void>({
      query: () => ({ path: '/rigs?deleted=false' }),
      providesTags: ['Shelf'],
    }),
    bin: build.query<RigOnShelf[], void>({
      query: () => ({ path: '/rigs?deleted=true' }),
      providesTags: ['Shelf'],
    }),
    open: build.query<OpenRig, string>({ query: (id) => ({ path: rigPath(id) }), keepUnusedDataFor: 0 }),
    create: build.mutation<OpenRig, { name: string; document?: Rig }>({
      query: (body) => post('/rigs', body),
      invalidatesTags: ['Shelf'],
    }),
    save: build.mutation<SavedRig, { id: string; baseRevision: number; document: Rig; label: string }>({
      query: ({ id, ...body }) => put(rigPath(id), body),
      invalidatesTags: ['History'],
    }),
    history: build.infiniteQuery<RevisionEntry[], string, number | null>({
      query: ({ queryArg: id, pageParam: before }) => ({
        path: `${rigPath(id)}/revisions?limit=${HISTORY_PAGE}${before === null ? '' : `&before=${before}`}`,
      }),
      infiniteQueryOptions: {
        initialPageParam: null,
        getNextPageParam: (page) => (page.length < HISTORY_PAGE ? undefined : page[page.length - 1]!.number),
      },
      providesTags: ['History'],
    }),
    revision: build.query<RevisionEntry & { document: Rig }, { id: string; number: number }>({
      query: ({ id, number }) => ({ path: `${rigPath(id)}/revisions/${number}` }),
      keepUnusedDataFor: 0,
    }),
    restore: build.mutation<OpenRig, { id: string; revision: number; baseRevision: number }>({
      query: ({ id, ...body }) => post(`${rigPath(id)}/restore`, body),
      invalidatesTags: ['History'],
    }),
    copy: build.mutation<OpenRig, string>({
      query: (id) => post(`${rigPath(id)}/copy`),
      invalidatesTags: ['Shelf'],
    }),
    remove: build.mutation<null, string>({
      query: (id) => remove(rigPath(id)),
      invalidatesTags: ['Shelf'],
    }),
    undoRemove: build.mutation<OpenRig, string>({
      query: (id) => post(`${rigPath(id)}/undelete`),
      invalidatesTags: ['Shelf'],
    }),
    stock: build.query<StockRow[], void>({ query: () => ({ path: '/stock' }), providesTags: ['Stock'] }),
    putStock: build.mutation<StockRow[], StockRow[]>({
      query: (rows) => put('/stock', { rows }),
      // Shown at once; what the server refuses is said and stays on the page.
      onQueryStarted: (rows, { dispatch }) => {
        dispatch(serverApi.util.updateQueryData('stock', undefined, () => rows));
      },
    }),
    models: build.query<OwnModel[], void>({ query: () => ({ path: '/models' }), providesTags: ['Models'] }),
    keepModel: build.mutation<OwnModel, DeviceModel>({
      query: (model) => post('/models', { file: modelFile(model) }),
      invalidatesTags: ['Models'],
    }),
    saveModel: build.mutation<OwnModel, { id: string; baseRevision: number; model: DeviceModel }>({
      query: ({ id, baseRevision, model }) => put(ownModel(id), { baseRevision, file: modelFile(model) }),
      invalidatesTags: ['Models'],
    }),
    removeModel: build.mutation<null, string>({
      query: (id) => remove(ownModel(id)),
      invalidatesTags: ['Models'],
    }),
    restoreModel: build.mutation<OwnModel, string>({
      query: (id) => post(`${ownModel(id)}/restore`),
      invalidatesTags: ['Models'],
    }),
    sittings: build.query<SittingInList[], { rig: string; before?: string }>({
      query: ({ rig: id, before }) => ({
        path: `/sittings?rig=${encodeURIComponent(id)}${before ? `&before=${before}` : ''}`,
      }),
      providesTags: ['Log'],
    }),
    sitting: build.query<SittingAddition, string>({
      query: (id) => ({ path: `/sittings/${encodeURIComponent(id)}` }),
      providesTags: ['Log'],
    }),
    trend: build.query<TrendPoint[], string>({
      query: (id) => ({ path: `/sittings/trend?rig=${encodeURIComponent(id)}` }),
      providesTags: ['Log'],
    }),
    addToSitting: build.mutation<null, SittingAddition>({
      query: (addition) => post('/sittings', addition),
      invalidatesTags: ['Log'],
    }),
    /** Nobody, where nobody has to sign in. */
    signedIn: build.query<SignedInBrowser[], void>({
      query: () => ({ path: '/session' }),
      providesTags: ['Door'],
    }),
    signOut: build.mutation<null, { isEverywhere: boolean }>({
      query: ({ isEverywhere }) => remove(`/session?everywhere=${isEverywhere}`),
      invalidatesTags: ['Door'],
    }),
    door: build.query<DoorState, void>({ query: () => ({ path: '/door' }), providesTags: ['Door'] }),
    setDoor: build.mutation<DoorState, { isOpen: boolean; passphrase?: string }>({
      query: (body) => put('/door', body),
      invalidatesTags: ['Door'],
    }),
    resetDemo: build.mutation<{ restored: number }, void>({
      query: () => post('/demo/reset'),
      invalidatesTags: ['Shelf'],
    }),
  }),
});

export const {
  useShelfQuery,
  useBinQuery,
  useCreateMutation,
  useHistoryInfiniteQuery,
  useRestoreMutation,
  useCopyMutation,
  useRemoveMutation,
  useUndoRemoveMutation,
  useStockQuery,
  usePutStockMutation,
  useModelsQuery,
  useKeepModelMutation,
  useSaveModelMutation,
  useRemoveModelMutation,
  useRestoreModelMutation,
  useResetDemoMutation,
  useSignedInQuery,
  useSignOutMutation,
  useDoorQuery,
  useSetDoorMutation,
  useSittingsQuery,
  useSittingQuery,
  useTrendQuery,
} = serverApi;
