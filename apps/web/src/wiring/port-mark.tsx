import type { ChartPort } from './chart-model';

/** Where a lead meets a box that is not a device: a small square on its edge. */
export const PortMark = ({ port }: { port: ChartPort }) => (
  <span
    className="absolute bg-ink"
    style={{ top: port.y - 4, [port.side]: -4, width: 8, height: 8 }}
    aria-hidden
  />
);
