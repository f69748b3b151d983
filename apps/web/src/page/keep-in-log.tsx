import type { SittingAddition } from '@diaphon/api';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { Button } from '../look/button';
import { addToSitting } from '../store/sittings-now';

type Added = Partial<Omit<SittingAddition, 'sitting'>>;

/** A button that keeps what was found in the log of the rig. @param found made when it is pressed */
export const KeepInLog = ({ found }: { found: () => Added }) => {
  const { id = '' } = useParams();
  const [isKept, setIsKept] = useState(false);
  return isKept ? (
    <span role="status" className="inline-flex min-h-[30px] items-center">
      Kept in the&nbsp;
      <Link className="underline" to={`/rigs/${id}/log`}>
        log
      </Link>
      .
    </span>
  ) : (
    <Button onClick={() => void addToSitting('set up', found()).then(() => setIsKept(true))}>
      Keep in the log
    </Button>
  );
};
