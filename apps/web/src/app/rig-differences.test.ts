import {
  applyEdit,
  DEVICE_MODELS,
  addDevice,
  removeLead,
  setControl,
  setNotes,
  skerryLight,
} from '@diaphon/core';
import { rigDifferences } from './rig-differences';

describe('what differs between two versions of a rig', () => {
  it('nothing, when only notes differ', () => {
    expect(rigDifferences(skerryLight, applyEdit(skerryLight, setNotes(skerryLight, 'x')).rig)).toEqual([]);
  });

  it('names what is different, and what only one of them has', () => {
    const mine = applyEdit(skerryLight, setControl(skerryLight, 'mixer', 'gain1', 1)).rig;
    const more = applyEdit(mine, addDevice(mine, DEVICE_MODELS[0]!, { id: 'spare', name: 'Spare' })).rig;
    const theirs = applyEdit(skerryLight, removeLead(skerryLight, 'usb-lead')).rig;
    expect(rigDifferences(more, theirs)).toEqual([
      'Lamp room mixer: different',
      'Spare: only in yours',
      'usb-lead: only in yours',
    ]);
    expect(rigDifferences(theirs, more)).toContain('Spare: only in theirs');
  });
});
