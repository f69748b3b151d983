import type { Doubt, Fact } from '@diaphon/core';
import type { FieldErrors, UseFormRegister } from 'react-hook-form';
import { readNumber } from '../look/number-input';
import { fieldOf } from './fact-form';

type Values = Record<string, string>;

interface FactGroupsProps {
  facts: Fact[];
  doubts: Doubt[];
  /** Groups are opened when few, or when a word is looked for. */
  isOpen: boolean;
  register: UseFormRegister<Values>;
  errors: FieldErrors<Values>;
  onFact: (key: string, value: number) => void;
}

const FactField = ({
  fact,
  doubt,
  register,
  errors,
  onFact,
}: Pick<FactGroupsProps, 'register' | 'errors' | 'onFact'> & { fact: Fact; doubt: Doubt | undefined }) => {
  const name = fieldOf(fact.key);
  const error = errors[name]?.message;
  const usual =
    fact.usual &&
    `usual ${String(fact.usual[0]).replace('-', '−')} to ${String(fact.usual[1]).replace('-', '−')} (${fact.from})`;
  return (
    <div className="py-0.5">
      <div className="flex items-center gap-2">
        <label htmlFor={name} className="min-w-0 flex-1 text-[13px]">
          {fact.label}
        </label>
        <span className={`field flex items-center gap-1 !px-0 ${doubt ? '!border-caution' : ''}`}>
          <input
            id={name}
            inputMode="decimal"
            className="w-[5.4em] bg-transparent px-2 text-right"
            aria-invalid={Boolean(error)}
            aria-describedby={`${name}-note`}
            {...register(name, {
              onChange: (event: { target: { value: string } }) => {
                const value = readNumber(event.target.value, fact);
                if (value !== undefined) onFact(fact.key, value);
              },
            })}
          />
          <span className="w-[4.3em] pr-2 whitespace-nowrap text-faint">{fact.unit}</span>
        </span>
      </div>
      <p
        id={`${name}-note`}
        className={`text-[12px] ${error ? 'text-fault' : doubt ? 'text-caution' : 'text-faint'}`}
      >
        {error ?? doubt?.words ?? usual}
      </p>
    </div>
  );
};

/** The figures of a model, by the socket or part they belong to. */
export const FactGroups = ({ facts, doubts, isOpen, ...field }: FactGroupsProps) => {
  const groups = [...new Set(facts.map(({ group }) => group))];
  const doubtOf = (key: string) => doubts.find((doubt) => doubt.key === key);
  return (
    <div className="grid grid-cols-2 items-start gap-2 max-[1000px]:grid-cols-1">
      {groups.map((group) => {
        const own = facts.filter((fact) => fact.group === group);
        const isDoubtful = own.some(({ key }) => doubtOf(key));
        return (
          <details key={group} className="card min-w-0 px-3 py-1.5" open={isOpen || isDoubtful}>
            <summary className="cursor-pointer font-bold">
              {group}
              <span className="font-normal text-faint"> · {own.length}</span>
            </summary>
            {own.map((fact) => (
              <FactField key={fact.key} fact={fact} doubt={doubtOf(fact.key)} {...field} />
            ))}
          </details>
        );
      })}
    </div>
  );
};
