export { individuals, type Individuals } from './individuals';
export { whatChanged, type RigChange, type WhatChanged } from './what-changed';
export { recall, type Recall } from './recall';
export { leadsWithLines, offByLead, type LeadWithLines, type LineOff } from './lead-trends';
