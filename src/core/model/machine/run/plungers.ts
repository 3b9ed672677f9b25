import type { FaultSet } from "../fault";
import type { PartOf } from "../format";

/** The two plungers of a gas valve. They follow their coils at once: pull in above one voltage, let go below a lower one. */
export class Plungers {
  private one = false;
  private two = false;

  constructor(
    private readonly valve: PartOf<"gas-valve">,
    private readonly faults: FaultSet,
  ) {}

  get open(): boolean {
    return this.one && this.two;
  }

  /** Moves them by the volts across each coil. True when one moved. */
  follow(volts: (coil: string) => number): boolean {
    const { coils, pullsInAt, holdsAt, volts: rated, id } = this.valve;
    const at = (coil: string) => volts(coil) / rated;
    const stuck = this.faults.has(id, "stuck");
    const one = !stuck && at(coils.hold) > (this.one ? holdsAt : pullsInAt) && (this.one || at(coils.boost) > pullsInAt);
    const two = !stuck && at(coils.main) > (this.two ? holdsAt : pullsInAt);
    const moved = one !== this.one || two !== this.two;
    this.one = one;
    this.two = two;
    return moved;
  }
}
