export * from './level';
export * from './a-weighting';
export * from './johnson-noise';
export * from './power-sum';
export * from './speech';
export * from './sensitivity';
export * from './speech-spectrum';
export * from './loudness';
