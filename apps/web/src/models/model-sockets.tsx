import { connectorById, connectorsFor, withoutPort, withPort, type DeviceModel } from '@diaphon/core';
import { Button } from '../look/button';
import { ConnectorFace } from '../look/connector-face';

/** The sockets of a model: their names, the connectors they could have instead, and taking one away. */
export const ModelSockets = ({
  model,
  onChange,
}: {
  model: DeviceModel;
  onChange: (model: DeviceModel) => void;
}) => (
  <section aria-label="Sockets" className="card px-3 py-2">
    <h2 className="font-bold">Sockets</h2>
    <ul className="grid grid-cols-2 gap-x-5 max-[1000px]:grid-cols-1">
      {model.ports.map((port) => (
        <li key={port.id} className="flex items-center gap-1.5 border-b border-hair py-1">
          <ConnectorFace id={port.connector} size={22} />
          <input
            className="field min-w-0 flex-1"
            aria-label={`Name of ${port.id}`}
            defaultValue={port.label}
            maxLength={200}
            onBlur={(event) => {
              const label = event.target.value.trim();
              if (label && label !== port.label) onChange(withPort(model, port.id, { label }));
              else event.target.value = port.label;
            }}
          />
          <select
            className="field w-[13em]"
            aria-label={`Connector of ${port.label}`}
            value={port.connector}
            onChange={(event) => onChange(withPort(model, port.id, { connector: event.target.value }))}
          >
            {connectorsFor(model, port.id).map((id) => (
              <option key={id} value={id}>
                {connectorById(id)?.name}
              </option>
            ))}
          </select>
          <Button
            kind="quiet"
            aria-label={`Take away ${port.label}`}
            onClick={() => onChange(withoutPort(model, port.id))}
          >
            Take away
          </Button>
        </li>
      ))}
      {model.ports.length === 0 && <li className="py-1 text-faint">None: nothing can be plugged into it.</li>}
    </ul>
  </section>
);
