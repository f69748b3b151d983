import { useStore } from '@xyflow/react';

/** Below this zoom socket labels are too small to read: names are shown large instead. */
const FAR_ZOOM = 0.42;

/** Whether the chart is looked at from so far that only names can be read. */
export const useIsFar = (): boolean => useStore((state) => state.transform[2] < FAR_ZOOM);
