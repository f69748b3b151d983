import type { Place, PortRef } from '@diaphon/core';
import { Plus } from 'lucide-react';
import { lazy, Suspense, useCallback, useEffect, useMemo, useState } from 'react';
import { FindingsPanel } from '../findings/findings-panel';
import { useParams, useSearchParams } from 'react-router';
import { Button } from '../look/button';
import { useAppSelector } from '../store/store';
import { useSelection } from '../store/use-selection';
import { placesOf } from './chart-places';
import { useDeleteKey } from './use-delete-key';
import { usePlaces } from './use-places';
import { WiringChart } from './wiring-chart';

const FindDevice = lazy(async () => ({ default: (await import('./find-device')).FindDevice }));
const AddDeviceDialog = lazy(async () => ({
  default: (await import('./add-device-dialog')).AddDeviceDialog,
}));
const ConnectDialog = lazy(async () => ({ default: (await import('./connect-dialog')).ConnectDialog }));

const Inspector = lazy(async () => ({ default: (await import('./inspector')).Inspector }));
const PinViewDialog = lazy(async () => ({ default: (await import('./pin-view-dialog')).PinViewDialog }));
const ExportDialog = lazy(async () => ({ default: (await import('./export-dialog')).ExportDialog }));
const StockDialog = lazy(async () => ({ default: (await import('../stock/stock-dialog')).StockDialog }));
const PlugDialog = lazy(async () => ({ default: (await import('./plug-dialog')).PlugDialog }));
const OwnLeadDialog = lazy(async () => ({ default: (await import('./own-lead-dialog')).OwnLeadDialog }));
const NotesDialog = lazy(async () => ({ default: (await import('./notes-dialog')).NotesDialog }));
const WireDialog = lazy(async () => ({ default: (await import('./wire-dialog')).WireDialog }));
const TraceDialog = lazy(async () => ({ default: (await import('./trace-dialog')).TraceDialog }));

const NONE: never[] = [];

/** The plug whose sheet is open: `plug-1` in the address is the second of the lead. */
const openPlug = (open: string | undefined): number | undefined =>
  open?.startsWith('plug-') ? Number(open.slice(5)) : undefined;

/** The rig drawn as a chart, what is wrong with it beside it, and what is selected. */
export const WiringView = () => {
  const rig = useAppSelector((state) => state.rig.document)!;
  const findings = useAppSelector((state) => state.readings.readings?.findings);
  const loops = useAppSelector((state) => state.readings.readings?.groundLoops);
  const [selection, select] = useSelection();
  const [places, changePlaces] = usePlaces();
  const shut = useCallback((names: Iterable<string>) => changePlaces({ shut: names }), [changePlaces]);
  const [params, setParams] = useSearchParams();
  const isWiring = params.has('wire');
  const setIsWiring = (isOpen: boolean) =>
    setParams(
      (now) => {
        const next = new URLSearchParams(now);
        if (isOpen) next.set('wire', 'it');
        else next.delete('wire');
        return next;
      },
      { replace: true },
    );
  const asked = params.get('do');
  useEffect(() => {
    if (asked === null) return;
    if (asked === 'add') setAdding({});
    if (asked === 'stock') setIsStock(true);
    setParams(
      (now) => {
        const next = new URLSearchParams(now);
        next.delete('do');
        return next;
      },
      { replace: true },
    );
  }, [asked, setParams]);
  const { id: rigId = '' } = useParams();
  /** The sheet of devices is open: for one more, or for another in a device's place. */
  const [adding, setAdding] = useState<{ replacing?: string } | null>(null);
  const [isExporting, setIsExporting] = useState(false);
  const [isStock, setIsStock] = useState(false);
  const [isNotes, setIsNotes] = useState(false);
  const [connecting, setConnecting] = useState<{ from: PortRef | null; to: PortRef | null } | null>(null);

  const connectFrom = useCallback((from: PortRef) => setConnecting({ from, to: null }), []);
  const connect = useCallback((from: PortRef, to: PortRef) => setConnecting({ from, to }), []);
  const show = useCallback(
    (places: Place[]) => {
      const lead = places.find((place) => place.lead)?.lead;
      const device = places.find((place) => place.device)?.device;
      if (lead) select({ lead });
      else if (device) select({ device });
    },
    [select],
  );
  useDeleteKey(rig, selection, select);
  const names = useMemo(() => placesOf(rig.devices), [rig.devices]);
  const plug = openPlug(selection.open);
  // An address may name a lead that is gone.
  const isLead = rig.leads.some(({ id }) => id === selection.lead);
  const selected = useMemo(
    () =>
      (selection.device && rig.devices.some(({ id }) => id === selection.device)) ||
      (selection.lead && rig.leads.some(({ id }) => id === selection.lead)),
    [rig, selection],
  );

  return (
    <main className="flex min-h-0 flex-1 max-[820px]:flex-col max-[820px]:overflow-y-auto">
      <section aria-label="Chart" className="relative min-h-[46vh] min-w-0 flex-1">
        <div className="absolute top-2 right-2 left-2 z-10 flex flex-wrap gap-1.5 pointer-events-none [&>*]:pointer-events-auto max-[480px]:flex-nowrap max-[480px]:overflow-x-auto max-[480px]:pointer-events-auto max-[480px]:[&>*]:shrink-0">
          <Button kind={rig.devices.length === 0 ? 'main' : 'plain'} onClick={() => setAdding({})}>
            <Plus size={16} aria-hidden /> Add a device
          </Button>
          {rig.devices.length > 1 && (
            <Button kind={rig.leads.length === 0 ? 'main' : 'plain'} onClick={() => setIsWiring(true)}>
              Wire it
            </Button>
          )}
          {rig.devices.length > 1 && (
            <Button onClick={() => setConnecting({ from: null, to: null })}>Connect two sockets</Button>
          )}
          <Button onClick={() => setIsStock(true)}>Leads I own</Button>
          {rig.devices.length > 12 && (
            <Suspense>
              <FindDevice rig={rig} onFound={(device) => select({ device })} />
            </Suspense>
          )}
          {names.length > 1 && (
            <Button
              aria-pressed={places.isGrouped}
              onClick={() => changePlaces({ isGrouped: !places.isGrouped })}
            >
              By place
            </Button>
          )}
          {places.isGrouped && names.length > 2 && (
            <Button onClick={() => shut(places.shut.size < names.length ? names : [])}>
              {places.shut.size < names.length ? 'Shut all' : 'Open all'}
            </Button>
          )}
          <Button onClick={() => setIsNotes(true)}>Notes</Button>
          {rig.devices.length > 0 && (
            <Button onClick={() => setIsExporting(true)}>Print, save, import</Button>
          )}
        </div>
        {rig.devices.length === 0 ? (
          <p className="mx-auto max-w-[420px] px-4 pt-24 text-center text-faint">
            An empty rig. Add the first device, say a microphone, then what it goes into, and connect them by
            dragging from socket to socket.
          </p>
        ) : (
          <WiringChart
            rigId={rigId}
            rig={rig}
            findings={findings ?? NONE}
            loops={loops ?? NONE}
            places={places}
            onShut={shut}
            selection={selection}
            onSelect={select}
            onConnectFrom={connectFrom}
            onConnect={connect}
          />
        )}
      </section>
      <aside
        aria-label="What is found and what is selected"
        className="flex w-[376px] shrink-0 flex-col border-l border-line bg-paper max-[820px]:w-full max-[820px]:border-t max-[820px]:border-l-0"
      >
        {selected && (
          <div className="max-h-[58%] shrink-0 overflow-y-auto border-b border-line max-[820px]:max-h-none">
            <Suspense>
              <Inspector
                rig={rig}
                selection={selection}
                onSelect={select}
                onConnectFrom={connectFrom}
                onSwap={(replacing) => setAdding({ replacing })}
              />
            </Suspense>
          </div>
        )}
        <div className="flex min-h-0 flex-1 flex-col">
          <FindingsPanel onShow={show} />
        </div>
      </aside>
      <Suspense>
        {adding && (
          <AddDeviceDialog
            {...adding}
            onClose={() => setAdding(null)}
            onAdded={(device) => select({ device })}
          />
        )}
        {connecting && (
          <ConnectDialog
            rig={rig}
            from={connecting.from}
            to={connecting.to}
            onClose={() => setConnecting(null)}
            onConnected={(lead) => select({ lead })}
          />
        )}
        {isWiring && <WireDialog rig={rig} onClose={() => setIsWiring(false)} />}
        {isNotes && <NotesDialog rig={rig} onClose={() => setIsNotes(false)} />}
        {isStock && <StockDialog rig={rig} onClose={() => setIsStock(false)} />}
        {isExporting && <ExportDialog rig={rig} rigId={rigId} onClose={() => setIsExporting(false)} />}
        {isLead && selection.lead && selection.open === 'pins' && (
          <PinViewDialog
            rig={rig}
            lead={selection.lead}
            onClose={() => select(selection.lead ? { lead: selection.lead } : {})}
          />
        )}
        {isLead && selection.lead && selection.open === 'own' && (
          <OwnLeadDialog
            rig={rig}
            lead={selection.lead}
            onClose={() => select(selection.lead ? { lead: selection.lead } : {})}
          />
        )}
        {isLead && selection.lead && plug !== undefined && (
          <PlugDialog
            rig={rig}
            lead={selection.lead}
            end={plug}
            onClose={() => select(selection.lead ? { lead: selection.lead } : {})}
          />
        )}
        {selection.device && selection.open && (
          <TraceDialog
            rig={rig}
            socket={{ device: selection.device, port: selection.open }}
            onClose={() => select(selection.device ? { device: selection.device } : {})}
          />
        )}
      </Suspense>
    </main>
  );
};
