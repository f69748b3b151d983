import { setBatterySets, type Device } from '@diaphon/core';
import { NumberField } from '../look/number-field';
import { figure, quantity } from '../look/figures';
import { useAsked } from '../store/use-asked';
import { useEdit } from '../store/use-edit';

/** How long a device runs on its batteries as it is set now, and how many sets are at hand. */
export const Battery = ({ device }: { device: Device }) => {
  const { answer } = useAsked('batteryRun', [device.id]);
  const edit = useEdit();
  if (!answer) return null;
  const { hours, sets, showHours, isShort, wattHours, restMw, phantomMw, headphonesMw } = answer;
  const parts = [
    `${quantity(restMw, 'mW', 0)} at rest`,
    ...(phantomMw > 0 ? [`${quantity(phantomMw, 'mW', 0)} for microphones`] : []),
    ...(headphonesMw > 0 ? [`${quantity(headphonesMw, 'mW', 0)} for headphones`] : []),
  ];
  return (
    <section aria-label="Batteries" className="px-3 py-2">
      <h3 className="font-bold">Batteries</h3>
      <p className={isShort ? 'font-bold text-fault' : ''}>
        A full set lasts {figure(hours, 1)} h; the show lasts {figure(showHours, 1)} h.
      </p>
      <p className="text-[12.5px] text-faint">
        {quantity(wattHours, 'Wh', 1)}, of which it draws {parts.join(', ')}.
      </p>
      <NumberField
        label="Sets at hand, the one in it too"
        value={sets}
        min={1}
        max={99}
        step={1}
        unit=""
        hideSlider
        onChange={(count) => edit((now) => setBatterySets(now, device, count))}
      />
    </section>
  );
};
