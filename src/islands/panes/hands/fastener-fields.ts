import { type Fastener, fastenerSchema } from "../../../core/model/machine/cabinet";
import { decimalIn } from "../../../core/model/quantity/decimal";

/** Fasteners of one kind as a form holds them: what is typed stays as it was typed. */
export interface FastenerFields {
  readonly is: Fastener["is"];
  readonly count: number;
  readonly head: string;
  readonly lengthMm: string;
  readonly finish: string;
  /** Holds what the form does not ask. */
  readonly rest: Pick<Fastener, "thread" | "where">;
}

export const FASTENER_KINDS = fastenerSchema.shape.is.options;
export const MOST_FASTENERS = 60;
const LONGEST_MM = 400;

export const ANOTHER: FastenerFields = { is: "screw", count: 1, head: "", lengthMm: "", finish: "", rest: {} };

export const fieldsOf = ({ is, count, head = "", lengthMm, finish = "", thread, where }: Fastener): FastenerFields => ({
  is,
  count,
  head,
  lengthMm: lengthMm === undefined ? "" : String(lengthMm),
  finish,
  rest: { ...(thread !== undefined && { thread }), ...(where !== undefined && { where }) },
});

type FastenersRead = { readonly ok: true; readonly fasteners: Fastener[] } | { readonly ok: false; readonly amiss: string };

/** Gives what was typed, as fasteners; or what of it can't be read, with what is expected. Fields left empty are left out. */
export function fastenersFrom(list: readonly FastenerFields[]): FastenersRead {
  const wrong = list.find((f) => lengthOf(f) === null);
  if (wrong)
    return {
      ok: false,
      amiss: `“${wrong.lengthMm}” is no length of a ${wrong.is}: expected mm, up to ${LONGEST_MM}, such as 16; or nothing`,
    };
  return {
    ok: true,
    fasteners: list.map((f) => {
      const [head, finish, lengthMm] = [f.head.trim(), f.finish.trim(), lengthOf(f)];
      return {
        is: f.is,
        count: f.count,
        ...(head && { head }),
        ...(lengthMm && { lengthMm }),
        ...(finish && { finish }),
        ...f.rest,
        stays: false,
      };
    }),
  };
}

/** mm; 0 where nothing was typed, `null` for what is no length. */
function lengthOf({ lengthMm }: FastenerFields): number | null {
  if (lengthMm.trim() === "") return 0;
  const mm = decimalIn(lengthMm);
  return mm > 0 && mm <= LONGEST_MM ? mm : null;
}
