import { patchListCsv, type Rig } from '@diaphon/core';
import { useState } from 'react';
import { Button } from '../look/button';
import { ButtonLink } from '../look/button-link';
import { Dialog } from '../look/dialog';
import { fileName, saveFile } from '../look/save-file';
import { chartModel } from './chart-model';
import { chartSvg, svgToPng } from './chart-svg';
import { layOut } from './lay-out';
import { PatchListImport } from './patch-import';

/** The faces as the page shows them now, in day colours. */
const facesOnPage = (): Map<string, string> => {
  const day: Record<string, string> = { ink: '#14243a', sheet: '#fbf8ef' };
  return new Map(
    [...document.querySelectorAll<SVGElement>('[data-face]')].map((face) => [
      face.dataset['face']!,
      face.innerHTML.replace(/var\(--(\w+)\)/g, (_all, name: string) => day[name] ?? '#14243a'),
    ]),
  );
};

const drawChart = async (rig: Rig): Promise<string> => {
  const model = chartModel(rig);
  return chartSvg(rig.name, model, await layOut(model), facesOnPage());
};

/** Everything that leaves the rig as a file or on paper, and the patch list that comes in. */
export const ExportDialog = ({ rig, rigId, onClose }: { rig: Rig; rigId: string; onClose: () => void }) => {
  const [failure, setFailure] = useState('');
  const attempt = (work: () => Promise<void>) => () => {
    work().catch((error: unknown) => setFailure(error instanceof Error ? error.message : String(error)));
  };
  return (
    <Dialog title="Print, save and import" onClose={onClose} wide>
      {failure && (
        <p role="alert" className="pb-2 text-fault">
          Not saved: {failure}. Try the other format, or a smaller rig.
        </p>
      )}
      <section aria-label="Save" className="flex flex-wrap gap-2">
        <ButtonLink kind="main" to={`/rigs/${rigId}/print`}>
          Patch list and lead labels to print
        </ButtonLink>
        <Button
          onClick={() =>
            saveFile(
              fileName(`${rig.name} patch list`, 'csv'),
              new Blob([`\uFEFF${patchListCsv(rig)}`], { type: 'text/csv;charset=utf-8' }),
            )
          }
        >
          Patch list as CSV
        </Button>
        <Button
          onClick={attempt(async () =>
            saveFile(fileName(rig.name, 'svg'), new Blob([await drawChart(rig)], { type: 'image/svg+xml' })),
          )}
        >
          Chart as SVG
        </Button>
        <Button
          onClick={attempt(async () =>
            saveFile(fileName(rig.name, 'png'), await svgToPng(await drawChart(rig))),
          )}
        >
          Chart as PNG
        </Button>
      </section>
      <PatchListImport onDone={onClose} />
    </Dialog>
  );
};
