import {
  connectorById,
  lookup,
  freeInStock,
  plugName,
  withLength,
  type ChainOffer,
  type LeadOffer,
  type PortRef,
  type Rig,
  type StockRow,
} from '@diaphon/core';
import { useEffect, useMemo, useState } from 'react';
import { Waiting } from '../page/waiting';
import { ask } from '../engine/engine';
import { Button } from '../look/button';
import { Dialog } from '../look/dialog';
import { useStockQuery } from '../server/server-api';
import { SEVERITY_COLOUR, SEVERITY_WORDS, SeverityMark } from '../look/severity';
import { store, useAppSelector } from '../store/store';
import { useEdit } from '../store/use-edit';
import { humWords } from './hum-words';

interface ConnectDialogProps {
  rig: Rig;
  from: PortRef | null;
  to: PortRef | null;
  onClose: () => void;
  onConnected: (lead: string) => void;
}

const keyOf = (ref: PortRef | null): string => (ref ? `${ref.device} ${ref.port}` : '');
const refOf = (key: string): PortRef | null => {
  const [device, port] = key.split(' ');
  return device && port ? { device, port } : null;
};

const SocketSelect = ({
  label,
  rig,
  value,
  onChange,
  except,
}: {
  label: string;
  rig: Rig;
  value: PortRef | null;
  onChange: (ref: PortRef | null) => void;
  except: PortRef | null;
}) => {
  const find = lookup(rig);
  return (
    <label className="min-w-0 flex-1">
      {label}
      <select
        className="field mt-1 block w-full"
        value={keyOf(value)}
        onChange={(event) => onChange(refOf(event.target.value))}
      >
        <option value="">Choose a socket</option>
        {rig.devices.map((device) => {
          const free = (find.modelOf(device.id)?.ports ?? []).filter(
            (port) =>
              (!find.inPort(device.id, port.id) || keyOf(value) === `${device.id} ${port.id}`) &&
              !(except?.device === device.id && except.port === port.id),
          );
          return free.length === 0 ? null : (
            <optgroup key={device.id} label={device.name}>
              {free.map((port) => (
                <option key={port.id} value={`${device.id} ${port.id}`}>
                  {device.name}: {port.label} ({connectorById(port.connector)?.name})
                </option>
              ))}
            </optgroup>
          );
        })}
      </select>
    </label>
  );
};

/** What is owned of a kind of lead, and the length to take: "You own 3; one of 3 m is free." */
const ownership = (rig: Rig, stock: StockRow[], kind: string): { words: string; lengthM?: number } => {
  const owned = stock.filter((row) => row.kind === kind).reduce((sum, row) => sum + row.count, 0);
  const [lengthM] = freeInStock(rig, stock, kind);
  if (owned === 0) return { words: 'You own none: one to buy.' };
  return lengthM === undefined
    ? { words: `You own ${owned}, all in use: one to buy.` }
    : { words: `You own ${owned}; one of ${lengthM} m is free.`, lengthM };
};

const Offer = ({ offer, owned, onUse }: { offer: LeadOffer; owned: string; onUse: () => void }) => {
  const { verdict } = offer;
  const isGood = verdict === 'good';
  return (
    <li
      className={`flex items-start gap-3 border border-hair p-2.5 ${verdict === 'danger' ? 'hatched' : 'bg-sheet'}`}
    >
      <span className="mt-0.5 w-[18px]">{!isGood && <SeverityMark severity={verdict} size={18} />}</span>
      <span className="min-w-0 flex-1">
        <b>{offer.name}</b>
        <span className="block text-[12.5px] text-faint">{offer.about}</span>
        {offer.also && <span className="block text-[12.5px]">{offer.also}</span>}
        <span className="block" style={{ color: isGood ? 'var(--good)' : SEVERITY_COLOUR[verdict] }}>
          <b>{isGood ? 'Good' : SEVERITY_WORDS[verdict]}:</b> {offer.words}
        </span>
        {offer.afterwards && <span className="block">Then: {offer.afterwards}</span>}
        <span className="block text-[12.5px]">
          {offer.hum && `Hum ${humWords(offer.hum.underSoundDb)}. `}
          {isGood && owned}
        </span>
      </span>
      <Button kind={isGood ? 'main' : 'plain'} onClick={onUse} aria-label={`Use ${offer.name}`}>
        {isGood ? 'Use it' : 'Use it anyway'}
      </Button>
    </li>
  );
};

/** Two sockets and the leads that go into both, each with what it would do, before it is chosen. */
export const ConnectDialog = ({ rig, from, to, onClose, onConnected }: ConnectDialogProps) => {
  const edit = useEdit();
  const [ends, setEnds] = useState({ from, to });
  const [offers, setOffers] = useState<LeadOffer[] | null>(null);
  const [chain, setChain] = useState<ChainOffer | null>(null);
  const [failure, setFailure] = useState('');
  // What is owned is a help, not a need: without the server the offers still stand.
  const { data: owned = [] } = useStockQuery();
  const stock = owned.length > 0 ? owned : null;
  const find = lookup(rig);
  const taken = useMemo(
    () =>
      [ends.from, ends.to].filter((ref) => ref !== null && find.inPort(ref.device, ref.port)) as PortRef[],
    [ends, find],
  );

  const rigId = useAppSelector((state) => state.rig.id);
  useEffect(() => {
    let isCurrent = true;
    setOffers(null);
    setChain(null);
    if (!ends.from || !ends.to || !rigId) return;
    const args: [PortRef, PortRef] = [ends.from, ends.to];
    const trying = ask(rigId, 'offers', args);
    Promise.all([trying.answer, ask(rigId, 'chain', args).answer]).then(
      ([found, pieces]) => {
        if (!isCurrent || !found) return;
        setOffers(found);
        setChain(pieces ?? null);
      },
      (error: unknown) => isCurrent && setFailure(error instanceof Error ? error.message : String(error)),
    );
    return () => {
      isCurrent = false;
      trying.cancel();
    };
  }, [ends, rigId]);

  const takeChain = () => {
    edit(() => chain!.edit, { announce: true });
    onClose();
  };
  const use = (offer: LeadOffer) => {
    const lengthM = stock && ownership(rig, stock, offer.kind).lengthM;
    edit(() => (lengthM ? withLength(offer.edit, lengthM) : offer.edit), { announce: true });
    const leads = store.getState().rig.document?.leads ?? [];
    onClose();
    const last = leads[leads.length - 1];
    if (last) onConnected(last.id);
  };

  return (
    <Dialog
      title="Connect two sockets"
      description="Only leads that go into both are shown. Each was tried on this rig first."
      onClose={onClose}
      wide
    >
      <div className="flex gap-3 max-[640px]:flex-col">
        <SocketSelect
          label="From"
          rig={rig}
          value={ends.from}
          except={ends.to}
          onChange={(next) => setEnds({ ...ends, from: next })}
        />
        <SocketSelect
          label="To"
          rig={rig}
          value={ends.to}
          except={ends.from}
          onChange={(next) => setEnds({ ...ends, to: next })}
        />
      </div>
      <div className="pt-3" role="status">
        {failure && <p className="text-fault">The engine could not try the leads: {failure}</p>}
        {taken.map((ref) => (
          <p key={keyOf(ref)} className="py-2">
            {plugName(find, ref)} already holds a lead. Unplug that one first, or choose another socket.
          </p>
        ))}
        {ends.from && ends.to && taken.length === 0 && !offers && !failure && (
          <Waiting words="Trying the leads" />
        )}
        {offers?.length === 0 && taken.length === 0 && (
          <p className="py-2">
            No single lead goes from {plugName(find, ends.from)} to {plugName(find, ends.to)}.{' '}
            {!chain && 'Look for another socket, or put a device between them.'}
          </p>
        )}
        {offers?.length === 0 && chain && (
          <div className="flex items-center gap-3 border border-hair bg-sheet p-2.5">
            <span className="min-w-0 flex-1">
              <b>These {chain.pieces.length} pieces do, one in the other:</b>
              <span className="block">{chain.pieces.join(', ')}</span>
            </span>
            <Button kind="main" onClick={takeChain}>
              Use them
            </Button>
          </div>
        )}
      </div>
      <ul className="space-y-1.5">
        {offers?.map((offer) => (
          <Offer
            key={offer.kind}
            offer={offer}
            owned={stock ? ownership(rig, stock, offer.kind).words : ''}
            onUse={() => use(offer)}
          />
        ))}
      </ul>
    </Dialog>
  );
};
