import { connectorById } from '../catalogue';
import { changeLead } from '../rig';
import { chainWords, reconnectByChain } from './fixes/adapter-chain';
import { finding, type Check, type Found } from './finding';
import { unplug } from './fixes/rewire';

/** A data device whose way to a computer does not get there. */
export const adapterChainBroken: Check = (solved) => {
  const { find, rig, usb } = solved;
  return rig.devices.flatMap((device): Found[] =>
    (find.modelOf(device.id)?.ports ?? []).flatMap((port): Found[] => {
      const plugged = port.usb?.role === 'device' ? find.inPort(device.id, port.id) : undefined;
      if (!plugged || usb.links.some((link) => link.device === device.id && link.port === port.id)) return [];
      const socket = connectorById(port.connector)!.name;
      return [
        finding({
          code: 'adapter-chain-broken',
          severity: 'fault',
          title: `${device.name} is not joined to a computer`,
          why: `The lead in its ${socket} does not get to a socket that speaks the same language: a plug does not fit, a wire is broken, or it ends in the air. ${chainWords(rig, { device: device.id, port: port.id })}`,
          places: [{ device: device.id, port: port.id }, { lead: plugged.lead.id }],
          figures: [
            { label: 'Ways to a computer', value: 0, unit: '', from: 'leads followed from socket to socket' },
          ],
          propose: () => [
            ...(plugged.lead.broken.length > 0
              ? [{ label: 'Use an unbroken lead', edit: changeLead(rig, plugged.lead.id, { broken: [] }) }]
              : []),
            ...reconnectByChain(rig, { device: device.id, port: port.id }),
            unplug(rig, plugged.lead),
          ],
        }),
      ];
    }),
  );
};
