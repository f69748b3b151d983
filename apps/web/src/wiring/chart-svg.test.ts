import { buildRig, skerryLight, type Rig } from '@diaphon/core';
import { chartModel } from './chart-model';
import { chartSvg } from './chart-svg';
import type { ChartLayout } from './chart-layout';

/** Boxes in one column and straight lines between them: enough of a layout to draw. */
const column = (rig: Rig): ChartLayout => {
  const { boxes, lines } = chartModel(rig);
  const at = Object.fromEntries(boxes.map((box, index) => [box.id, { x: 40, y: index * 150 }]));
  return {
    boxes: at,
    lines: Object.fromEntries(lines.map((line) => [line.id, [at[line.from.box]!, at[line.to.box]!]])),
    places: {},
  };
};
const draw = (rig: Rig, faces = new Map<string, string>()) =>
  chartSvg(rig.name, chartModel(rig), column(rig), faces);

describe('the chart as a file of its own', () => {
  const svg = draw(skerryLight);

  it('holds every device, every socket and every lead', () => {
    for (const device of skerryLight.devices) expect(svg).toContain(device.name.replace(/"/g, '&quot;'));
    expect(svg.match(/<path d="M[^"]+" fill="none" stroke="#14243a" stroke-width="1.6"/g)).toHaveLength(
      skerryLight.leads.length,
    );
    expect(svg).toContain('<title>Stereo mini-jack to XLR pins lead</title>');
    expect(svg).toContain('>Input 3</text>');
  });

  it('draws data leads dotted, as the page does', () => {
    expect(svg.match(/stroke-dasharray="2 5"/g)).toHaveLength(2);
  });

  it('a name that turns or steers what follows is shown as its letters', () => {
    const turned = draw({ ...skerryLight, name: 'a\u202eb\u0000c' });
    expect(turned).toContain('a b c');
    for (const letter of ['\u202e', '\u0000']) expect(turned).not.toContain(letter);
  });

  it('is as large as what it holds, and holds no number that is none', () => {
    const [, width, height] = /^<svg [^>]*width="([\d.]+)" height="([\d.]+)"/.exec(svg)!;
    expect(Number(width)).toBeGreaterThan(200);
    expect(Number(height)).toBeGreaterThan(150 * (skerryLight.devices.length - 1));
    expect(svg).not.toMatch(/NaN|undefined|Infinity/);
  });

  it('carries the faces it is given', () => {
    const faces = new Map([['xlr-male', '<circle cx="1" cy="2" r="3"/>']]);
    expect(draw(skerryLight, faces).match(/<circle cx="1" cy="2" r="3"\/>/g)!.length).toBeGreaterThan(1);
  });

  it('a name cannot break out of the drawing', () => {
    const rig = buildRig({
      name: '<script>alert(1)</script> & "more"',
      devices: [{ id: 'mic', model: 'mic-dynamic-hand', name: '</text><image href="x"/>' }],
    });
    const drawn = draw(rig);
    expect(drawn).not.toContain('<script>');
    expect(drawn).not.toContain('<image');
    expect(drawn).toContain('&lt;script&gt;alert(1)&lt;/script&gt; &amp; &quot;more&quot;');
  });

  it('long names are shortened to their box', () => {
    const rig = buildRig({
      name: 'long',
      devices: [{ id: 'mic', model: 'mic-dynamic-hand', name: 'M'.repeat(150) }],
    });
    expect(draw(rig)).toMatch(/>M{10,40}…<\/text>/);
  });

  it('an empty rig is an empty sheet with its name', () => {
    expect(draw(buildRig({ name: 'Nothing yet', devices: [] }))).toContain('Nothing yet');
  });
});
