import { expose } from 'comlink';
import { layOutChart } from './layout';

/** The layout beside the page, so that a large chart never holds it up. */
const layouter = { layOut: layOutChart, isThere: () => true };

export type Layouter = typeof layouter;
expose(layouter);
