export { factsOf, withFact, type Fact } from './facts';
export { doubtsOf, type Doubt } from './doubts';
export { connectorsFor, withoutPort, withPort } from './change';
