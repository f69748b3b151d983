import {
  editBetween,
  SEVERITIES,
  strandRow,
  type Finding,
  type LevelDifference,
  type RigDifference,
  type Strand,
  type StrandRow,
} from '@diaphon/core';
import { useEffect, useState, type ReactNode } from 'react';
import { askPlain } from '../engine/engine';
import { Button } from '../look/button';
import { count, figure, quantity } from '../look/figures';
import { SEVERITY_WORDS, SeverityMark } from '../look/severity';
import { DifferenceList } from '../page/difference-list';
import { Waiting } from '../page/waiting';
import { useAppDispatch, useAppSelector } from '../store/store';
import { useEdit } from '../store/use-edit';
import { variantsActions } from '../store/variants-slice';
import type { SolvedVariant } from './use-variants';
import { VariantKey } from './variant-mark';

/** "+3.2 dB", said against the rig as it is now; nothing where no figure shows it. */
const against = (db: number | null | undefined): string => {
  const shown = figure(db);
  return !db || Number(shown) === 0 ? '' : `${db > 0 ? '+' : ''}${shown} dB`;
};

const Tally = ({ findings }: { findings: readonly Finding[] }) =>
  findings.length === 0 ? (
    <>none</>
  ) : (
    <span className="flex flex-wrap gap-x-2.5">
      {SEVERITIES.map((severity) => {
        const of = findings.filter((finding) => finding.severity === severity).length;
        return of === 0 ? null : (
          <span key={severity} className="inline-flex items-center gap-1">
            <SeverityMark severity={severity} size={13} label={SEVERITY_WORDS[severity]} />
            {of}
          </span>
        );
      })}
    </span>
  );

/** What a sound is in another state, in a line. */
const differenceWords = ({ only, levelDb, overNoiseDb, roomDb }: LevelDifference): string => {
  if (only) return only === 'then' ? 'arrives in it only' : 'does not arrive in it';
  return (
    [
      ['level', levelDb],
      ['room', roomDb],
      ['over noise', overNoiseDb],
    ] as const
  )
    .flatMap(([what, db]) => (against(db) === '' ? [] : [`${what} ${against(db)}`]))
    .join(', ');
};

/** What differs in a variant: what is set otherwise, and every sound that is another by it. */
const WhatDiffers = ({ variant: { letter, document, differences } }: { variant: SolvedVariant }) => {
  const rig = useAppSelector((state) => state.rig.document)!;
  const [found, setFound] = useState<RigDifference[] | null>(null);
  const [failure, setFailure] = useState('');
  useEffect(() => {
    let isCurrent = true;
    const pair = [
      { ...rig, name: 'the rig as it stands' },
      { ...document, name: `variant ${letter}` },
    ] as const;
    askPlain('compareRigs', pair).then(
      (answer) => isCurrent && setFound(answer),
      (reason: unknown) => isCurrent && setFailure(String(reason)),
    );
    return () => {
      isCurrent = false;
    };
  }, [rig, document, letter]);
  const sounds = differences.map((one) => `${one.sourceName} to ${one.sinkLabel}: ${differenceWords(one)}`);
  return (
    <div className="py-1" role="status">
      {failure !== '' && <p className="text-fault">They could not be compared: {failure}</p>}
      {!found && failure === '' && <Waiting words="Comparing them" />}
      {found?.length === 0 && <p>It is the rig as it stands.</p>}
      {found && (
        <DifferenceList
          differences={[...found, ...(sounds.length > 0 ? [{ heading: 'Sounds', rows: sounds }] : [])]}
        />
      )}
    </div>
  );
};

interface RowProps {
  head: ReactNode;
  row: StrandRow | undefined;
  difference?: LevelDifference | undefined;
  findings: readonly Finding[];
  children?: ReactNode;
}

/** A figure, and by how much it is more or less than now. */
const Cell = ({ text, db }: { text: string; db: number | null | undefined }) => (
  <td className="py-1 pr-3 align-top">
    {text}
    <span className="block text-[12.5px] text-faint">{against(db)}</span>
  </td>
);

const Row = ({ head, row, difference, findings, children }: RowProps) => (
  <tr className="border-t border-hair">
    <th scope="row" className="py-1 pr-3 text-left align-top font-normal">
      {head}
    </th>
    <Cell
      text={row?.arrives ? quantity(row.end.typical, row.end.unit) : 'does not arrive'}
      db={difference?.levelDb}
    />
    <Cell text={row?.tightest ? quantity(row.tightest.roomDb, 'dB') : '–'} db={difference?.roomDb} />
    <Cell text={quantity(row?.overNoiseDb, 'dB', 0)} db={difference?.overNoiseDb} />
    <td className="py-1 pr-3 align-top">
      <Tally findings={findings} />
    </td>
    <td className="py-1 align-top">{children}</td>
  </tr>
);

/** The variants of a rig beside it as it stands: one strand's figures, what differs, and what to do with each. */
export const VariantsTable = ({
  strand,
  variants,
}: {
  strand: Strand;
  variants: readonly SolvedVariant[];
}) => {
  const edit = useEdit();
  const dispatch = useAppDispatch();
  const findings = useAppSelector((state) => state.readings.readings?.findings) ?? [];
  const [open, setOpen] = useState<string | null>(null);
  const opened = variants.find(({ letter }) => letter === open);
  return (
    <section aria-label="Variants" className="mt-3">
      <h3 className="font-bold">
        Variants, for {strand.sourceName} at {strand.sinkLabel}
      </h3>
      <div className="overflow-x-auto">
        <table className="w-full min-w-[640px] border-collapse tabular-nums">
          <thead>
            <tr className="text-left text-[12.5px] text-faint">
              {['Variant', 'Level', 'Least room', 'Over noise', 'Findings', 'Do'].map((heading) => (
                <th key={heading} scope="col" className="py-0.5 pr-3 font-normal">
                  {heading}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            <Row head="As it stands" row={strandRow(strand)} findings={findings} />
            {variants.map((variant) => {
              const { letter, label, document, rows, differences } = variant;
              return (
                <Row
                  key={letter}
                  head={
                    <span className="flex items-start gap-2">
                      <VariantKey letter={letter} />
                      <span className="line-clamp-3 min-w-0">{label}</span>
                    </span>
                  }
                  row={rows.find(({ id }) => id === strand.id)}
                  difference={differences.find((one) => one.strand === strand.id)}
                  findings={variant.findings}
                >
                  <span className="flex flex-wrap gap-1.5">
                    <Button
                      aria-label={`Use variant ${letter}`}
                      onClick={() =>
                        edit((now) => editBetween(now, document, `Use variant ${letter}: ${label}`), {
                          announce: true,
                        })
                      }
                    >
                      Use it
                    </Button>
                    <Button
                      aria-expanded={open === letter}
                      aria-label={`What differs in variant ${letter}`}
                      onClick={() => setOpen(open === letter ? null : letter)}
                    >
                      What differs
                    </Button>
                    <Button
                      kind="quiet"
                      aria-label={`Drop variant ${letter}`}
                      onClick={() => dispatch(variantsActions.dropped(letter))}
                    >
                      Drop
                    </Button>
                  </span>
                </Row>
              );
            })}
          </tbody>
        </table>
      </div>
      {opened && <WhatDiffers key={opened.key} variant={opened} />}
      <p className="text-[12.5px] text-faint">
        {count(variants.length, 'variant')} of at most four, in this browser only. Differences are against the
        rig as it stands.
      </p>
    </section>
  );
};
