export { individuals, type Individuals } from './individuals';
export { whatChanged, type RigChange, type WhatChanged } from './what-changed';
export { recall, type Recall } from './recall';
