/** "1 h 20 min". */
export const hoursText = (hours: number): string => {
  const minutes = Math.floor(hours * 60);
  return minutes < 60 ? `${minutes} min` : `${Math.floor(minutes / 60)} h ${minutes % 60} min`;
};
