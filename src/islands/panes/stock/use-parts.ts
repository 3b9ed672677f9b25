import type { Used } from "../../../core/record/job/state";
import { coveredBy, type Item, type OfMachine } from "../../../core/record/stock/item";
import type { Place } from "../../../core/record/stock/places";
import { useDispatch, useJob, useMachine } from "../../store/context";
import { enterStock } from "./use-stock";

interface Parts {
  /** The machine in the revision that this job stands on. */
  readonly here: OfMachine;
  readonly take: (item: Item, from: Place) => Promise<void>;
  readonly giveBack: (part: Used, to: Place) => Promise<void>;
  /** A piece of a kit stays over on purpose. */
  readonly leave: (kit: Item, piece: string, count: number, why: string) => Promise<void>;
}

/** Gives what this job takes from the stock and gives back: each is told to both, the stock its pieces, the job what it used as the catalogue has it now. */
export function useParts(): Parts {
  const machine = useMachine();
  const revision = useJob((s) => s.job.machineRef?.revision);
  const job = useJob((s) => s.job.id);
  const dispatch = useDispatch();
  const here = { id: machine.id, revision };
  return {
    here,
    take: async (item, from) => {
      await enterStock({ kind: "moved", body: { item: item.code, count: 1, from, to: "job", job } });
      const { code, name, cents, warrantyMonths } = item;
      const body = { item: code, name, count: 1, cents, warrantyMonths, renews: coveredBy(item, here) };
      await dispatch({ do: "record", drafts: [{ kind: "used", body }] });
    },
    giveBack: async (part, to) => {
      await enterStock({ kind: "moved", body: { item: part.item, count: 1, from: "job", to, job } });
      await dispatch({ do: "record", drafts: [{ kind: "used", body: { ...part, renews: [...part.renews], count: 1, back: true } }] });
    },
    leave: async (kit, piece, count, why) => {
      const said = { item: kit.code, piece, count, ...(why && { why }) };
      await enterStock({ kind: "moved", body: { ...said, from: "job", to: "left-over", job } });
      await dispatch({ do: "record", drafts: [{ kind: "left-over", body: said }] });
    },
  };
}
