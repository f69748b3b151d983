import { useStore } from '@xyflow/react';

/** Below this zoom socket labels cannot be read at all. */
const FAR_ZOOM = 0.42;
/** A large chart is drawn as names and lines alone a little sooner: there is more of it to draw. */
const FAR_ZOOM_WHEN_LARGE = 0.58;

export const farZoom = (isLarge: boolean): number => (isLarge ? FAR_ZOOM_WHEN_LARGE : FAR_ZOOM);

/** Whether the chart is looked at from so far that only names can be read. */
export const useIsFar = (isLarge: boolean): boolean =>
  useStore((state) => state.transform[2] < farZoom(isLarge));
