import { assemblyIdOf } from "../../model/machine/assembly";
import type { Machine } from "../../model/machine/format";
import type { Cents } from "../../model/quantity/money";
import type { Terms } from "../../record/stock/terms";
import { callBackPrice } from "./ways-to-repair";

/** Years over which a repair is held against another machine. */
export const YEARS = 2;

/** Repair against replacing, with all that it rests on. Amounts tax in. */
export interface AgainstNew {
  /** Of the machine, in years. */
  readonly age: number;
  readonly life: number;
  /** Chance of another failure within {@link YEARS}, what this repair renews left out. */
  readonly failsAgain: number;
  /** Chance that another, new machine fails within {@link YEARS}. */
  readonly newFails: number;
  /** Holds what one failure costs. */
  readonly failureCosts: Cents;
  readonly repair: Cents;
  readonly newMachine: Cents;
  /** Years that are left to it, and never fewer than {@link YEARS}. */
  readonly left: number;
  /** Over {@link YEARS}: their share of the repair, spread over the years left, and the failure that may come. */
  readonly repairOver: Cents;
  /** Over {@link YEARS}: what another machine loses of its life, and the failure that may come. */
  readonly newOver: Cents;
  /** Holds what the repair saves today, and over {@link YEARS}; below nothing where another machine is the cheaper. */
  readonly savesNow: Cents;
  readonly savesOver: Cents;
}

/**
 * Failures grow in number with age: the rate is that of half a life (`faultsAYear`) times age over half a life (a Weibull hazard of shape 2; Weibull 1951),
 * so that the chance within a time is one less e to the minus of its integral. What is renewed takes its share of the base rates with it.
 */
export function againstNew(machine: Machine, terms: Terms, age: number, repair: Cents, renewed: readonly string[]): AgainstNew {
  const failureCosts = callBackPrice(machine, terms);
  const kept = 1 - shareRenewed(machine, renewed);
  const failsAgain = 1 - Math.exp(-kept * integral(terms, age));
  const newFails = 1 - Math.exp(-integral(terms, 0));
  const left = Math.max(YEARS, terms.life - age);
  const repairOver = Math.round((repair * YEARS) / left + failsAgain * failureCosts);
  const newOver = Math.round((terms.newMachine * YEARS) / terms.life + newFails * failureCosts);
  return {
    age,
    life: terms.life,
    failsAgain,
    newFails,
    failureCosts,
    repair,
    left,
    newMachine: terms.newMachine,
    repairOver,
    newOver,
    savesNow: terms.newMachine - repair,
    savesOver: newOver - repairOver,
  };
}

/** Failures expected from an age on, over {@link YEARS}. */
const integral = ({ faultsAYear, life }: Terms, age: number): number => (faultsAYear * ((age + YEARS) ** 2 - age ** 2)) / life;

/** Share of the base rates that belongs to what is renewed. */
function shareRenewed(machine: Machine, assemblies: readonly string[]): number {
  const weightOf = (of: (id: string) => boolean) =>
    machine.parts.filter((p) => of(assemblyIdOf(p))).reduce((sum, p) => sum + p.faults.reduce((s, f) => s + f.weight.value, 0), 0);
  const all = weightOf(() => true);
  return all === 0 ? 0 : weightOf((id) => assemblies.includes(id)) / all;
}
