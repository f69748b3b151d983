/** The models placed last, newest first, remembered in this browser. */

type Box = Pick<Storage, 'getItem' | 'setItem'>;

const KEY = 'diaphon.recent-models';
const REMEMBERED = 8;

export const recentModels = (box: Box): string[] => {
  try {
    const value: unknown = JSON.parse(box.getItem(KEY) ?? '[]');
    return Array.isArray(value) ? value.filter((id): id is string => typeof id === 'string') : [];
  } catch {
    return [];
  }
};

export const rememberModel = (box: Box, id: string): void => {
  try {
    box.setItem(
      KEY,
      JSON.stringify([id, ...recentModels(box).filter((one) => one !== id)].slice(0, REMEMBERED)),
    );
  } catch {
    // Without room nothing is remembered; nothing else depends on it.
  }
};
