import { type Machine, maybePartOf, type PartOf } from "../format";

/** A clockwork timer: while its drive has voltage it runs, and moves its control on when the time of a position is over. */
export class Clockwork {
  private seconds = 0;
  private advances = 0;
  private readonly drive: PartOf<"resistor"> | undefined;

  constructor(private readonly machine: Machine) {
    const drive = machine.timer && maybePartOf(machine, machine.timer.motor);
    this.drive = drive?.kind === "resistor" ? drive : undefined;
  }

  /** True where its drive turns, by the volts across each branch. */
  turns(volts: (branch: string) => number): boolean {
    return this.drive !== undefined && volts(this.drive.id) > this.drive.worksAboveVolts;
  }

  /** Seconds until it moves on, if its drive turns. */
  get left(): number {
    return this.next ? Math.max(1e-3, this.next.afterMinutes * 60 - this.seconds) : Infinity;
  }

  /** Turns for `dt` seconds. The control and its new position when it moves on. */
  turn(dt: number): Readonly<Record<string, string>> | undefined {
    const { next } = this;
    const { timer } = this.machine;
    if (!timer || !next) return undefined;
    this.seconds += dt;
    if (this.seconds < next.afterMinutes * 60) return undefined;
    this.advances++;
    return { [timer.control]: next.to };
  }

  private get next() {
    return this.machine.timer?.advances[this.advances];
  }
}
