export { factsOf, withFact, type Fact } from './facts';
export { doubtsOf, type Doubt } from './doubts';
export { connectorsFor, withoutPort, withPort } from './change';
export { readSpelled, spelled, spellingsOf, unitTyped, type Quantity } from './spellings';
export * from './usb';
