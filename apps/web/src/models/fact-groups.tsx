import { spellingsOf, unitTyped, type Doubt, type Fact } from '@diaphon/core';
import type { FieldErrors, UseFormRegister } from 'react-hook-form';
import { fieldOf, otherSpellings, rangeIn, readFact, unitOf, type Units } from './fact-form';

type Values = Record<string, string>;

interface FactGroupsProps {
  facts: Fact[];
  doubts: Doubt[];
  /** Groups are opened when few, or when a word is looked for. */
  isOpen: boolean;
  units: Units;
  register: UseFormRegister<Values>;
  errors: FieldErrors<Values>;
  onFact: (key: string, value: number) => void;
  onUnit: (fact: Fact, unit: string) => void;
}

const FactField = ({
  fact,
  doubt,
  units,
  register,
  errors,
  onFact,
  onUnit,
}: Pick<FactGroupsProps, 'units' | 'register' | 'errors' | 'onFact' | 'onUnit'> & {
  fact: Fact;
  doubt: Doubt | undefined;
}) => {
  const name = fieldOf(fact.key);
  const error = errors[name]?.message;
  const unit = unitOf(fact, units);
  const others = spellingsOf(fact);
  const usual = fact.usual && `usual ${rangeIn(fact, fact.usual, unit).join(' to ')} ${unit} (${fact.from})`;
  const elsewhere = otherSpellings(fact, unit);
  const turned = elsewhere && !error && `= ${elsewhere}`;
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
            className="w-[6em] bg-transparent px-2 text-right"
            aria-invalid={Boolean(error)}
            aria-describedby={`${name}-note`}
            {...register(name, {
              onChange: (event: { target: { value: string } }) => {
                const value = readFact(event.target.value, fact, unit);
                if (value !== undefined) onFact(fact.key, value);
              },
              // A unit that was typed becomes the field's own.
              onBlur: (event: { target: { value: string } }) => {
                const typed = unitTyped(event.target.value, fact, unit);
                if (typed !== unit && !error) onUnit(fact, typed);
              },
            })}
          />
          {others.length > 1 ? (
            <select
              className="w-[5.9em] bg-transparent text-faint"
              aria-label={`Unit of ${fact.label}, ${fact.group}`}
              value={unit}
              onChange={(event) => onUnit(fact, event.target.value)}
            >
              {others.map((one) => (
                <option key={one.unit}>{one.unit}</option>
              ))}
            </select>
          ) : (
            <span className="w-[5.9em] pr-2 pl-1 whitespace-nowrap text-faint">{unit}</span>
          )}
        </span>
      </div>
      <p
        id={`${name}-note`}
        className={`text-[12px] ${error ? 'text-fault' : doubt ? 'text-caution' : 'text-faint'}`}
      >
        {error
          ? `${error}${fact.usual || !fact.from ? '' : ` (${fact.from})`}`
          : (doubt?.words ?? usual ?? fact.from)}
        {turned && <span className="tabular block text-faint">{turned}</span>}
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
