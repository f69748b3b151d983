import { setSlider } from '../rig';
import { finding, type Check } from './finding';

/** The computer's slider for a stream is turned down, and moves nothing, or is not there at all. */
export const sliderLocked: Check = ({ rig, find }) =>
  rig.devices.flatMap((device) =>
    (find.modelOf(device.id)?.streams ?? []).flatMap((stream) => {
      const db = device.sliders?.[stream.id] ?? 0;
      if (db === 0 || stream.slider === undefined) return [];
      return [
        finding({
          code: 'slider-locked',
          severity: 'advice',
          title: `The computer’s slider turns nothing of ${device.name}`,
          why: `${stream.slider === 'locked' ? 'It is locked there, or moves without doing anything' : 'There is none for it'}: the level of “${stream.label}” is set on ${device.name} itself. Turn its own knob, and forget the slider.`,
          places: [{ device: device.id }],
          about: [{ device: device.id, control: stream.id }],
          figures: [
            { label: 'Slider stands at', value: db, unit: 'dB', from: 'as it is set; it takes off nothing' },
          ],
          propose: () => {
            const label = `Forget the slider for ${device.name}`;
            return [{ label, edit: { ...setSlider(rig, device, stream.id, 0), label } }];
          },
        }),
      ];
    }),
  );
