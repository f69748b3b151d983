import type { Figure } from '../checks';

/** What one of several schools of the trade says, and whether it holds for these answers. */
export interface School {
  name: string;
  says: string;
  holds: boolean;
}

/** One question of buying, answered: the recommendation, why, and what each school says. */
export interface Topic {
  id: 'connection' | 'desk' | 'adapter' | 'camera' | 'calls';
  question: string;
  recommendation: string;
  reasons: string[];
  schools: School[];
  figures: Figure[];
}
