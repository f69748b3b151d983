import { printable } from '@diaphon/core';
import type { ChartModel } from './chart-model';
import { BOX } from './chart-model';
import type { ChartLayout } from './chart-layout';
import { roundedPath } from './lead-path';

/** Day colours: a chart on paper is read by daylight. */
const INK = '#14243a';
const SHEET = '#fbf8ef';
const PAPER = '#f6f1e3';
const FAINT = '#4a586b';
const MARGIN = 24;
const FACE = 18;

const escaped = (text: string): string =>
  printable(text).replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;').replace(/"/g, '&quot;');

const shortened = (text: string, letters: number): string =>
  text.length > letters ? `${text.slice(0, letters - 1)}…` : text;

/**
 * The chart as an SVG file that stands by itself.
 * @param faces inner SVG of each connector's face by its id, in a box of 0–100
 */
export const chartSvg = (
  title: string,
  { boxes, lines }: ChartModel,
  layout: ChartLayout,
  faces: ReadonlyMap<string, string>,
): string => {
  const placed = boxes.flatMap((box) => {
    const at = layout.boxes[box.id];
    return at ? [{ box, at }] : [];
  });
  const width = Math.max(200, ...placed.map(({ box, at }) => at.x + box.width)) + 2 * MARGIN;
  const height = Math.max(100, ...placed.map(({ box, at }) => at.y + box.height)) + 2 * MARGIN + 30;
  const drawnLines = lines.map((line) => {
    const dash = line.isUsb ? ' stroke-dasharray="2 5"' : '';
    return `<path d="${roundedPath(layout.lines[line.id] ?? [])}" fill="none" stroke="${INK}" stroke-width="1.6" stroke-linecap="round"${dash}><title>${escaped(line.name)}</title></path>`;
  });
  const drawnBoxes = placed.map(({ box, at }) => {
    const name = box.device?.name ?? box.leadKind?.name ?? '';
    const about = box.model?.name === name ? '' : (box.model?.name ?? '');
    const letters = Math.floor(box.width / 7.4);
    const ports = box.ports.map((port) => {
      const isLeft = port.side === 'left';
      const x = isLeft ? 12 : box.width - 12 - FACE;
      const face = faces.get(port.connector) ?? '';
      return `<g><circle cx="${isLeft ? 0 : box.width}" cy="${port.y}" r="4" fill="${SHEET}" stroke="${INK}" stroke-width="1.6"/><svg x="${x}" y="${port.y - FACE / 2}" width="${FACE}" height="${FACE}" viewBox="0 0 100 100">${face}</svg><text x="${isLeft ? x + FACE + 6 : x - 6}" y="${port.y + 4}" font-size="11.5" fill="${INK}"${isLeft ? '' : ' text-anchor="end"'}>${escaped(shortened(port.label, 15))}</text></g>`;
    });
    return `<g transform="translate(${at.x} ${at.y})"><rect width="${box.width}" height="${box.height}" fill="${SHEET}" stroke="${INK}"${box.kind === 'knot' ? ' stroke-dasharray="5 3"' : ''}/><text x="10" y="17" font-size="13.5" font-weight="700" fill="${INK}">${escaped(shortened(name, letters))}</text><text x="10" y="32" font-size="11.5" fill="${FAINT}">${escaped(shortened(about, letters + 4))}</text><path d="M0 ${BOX.head - 4}H${box.width}" stroke="${FAINT}" stroke-width="0.5"/>${ports.join('')}</g>`;
  });
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}" font-family="B612, sans-serif"><rect width="${width}" height="${height}" fill="${PAPER}"/><text x="${MARGIN}" y="${MARGIN + 6}" font-size="16" font-weight="700" fill="${INK}">${escaped(title)}</text><g transform="translate(${MARGIN} ${MARGIN + 26})">${drawnLines.join('')}${drawnBoxes.join('')}</g></svg>`;
};

/** The chart's SVG as a PNG, twice as fine. */
export const svgToPng = async (svg: string): Promise<Blob> => {
  const url = URL.createObjectURL(new Blob([svg], { type: 'image/svg+xml' }));
  try {
    const picture = new Image();
    picture.src = url;
    await picture.decode();
    const canvas = document.createElement('canvas');
    canvas.width = picture.naturalWidth * 2;
    canvas.height = picture.naturalHeight * 2;
    canvas.getContext('2d')!.drawImage(picture, 0, 0, canvas.width, canvas.height);
    return await new Promise((resolve, reject) =>
      canvas.toBlob(
        (blob) => (blob ? resolve(blob) : reject(new Error('the picture is too large'))),
        'image/png',
      ),
    );
  } finally {
    URL.revokeObjectURL(url);
  }
};
