export interface Corner {
  x: number;
  y: number;
}

/** Where everything on the chart stands. */
export interface ChartLayout {
  /** Top left corner of each box. */
  boxes: Record<string, Corner>;
  /** The corners each line goes through, its ends included. */
  lines: Record<string, Corner[]>;
  /** The frame round everything that stands in one place; empty where the chart is not grouped. */
  places: Record<string, Corner & { width: number; height: number }>;
}
