/** Overload of a steady current per second, as (I/In)² less this; it trips when so much has gathered: about 5 s at four times In. */
const BEARS = 1.2;
const TRIPS_AT = 60;

/** The thermal trip of a thermal-magnetic breaker: the heat of an overload gathers, and goes again below it. */
export class Breaker {
  private overload = 0;

  constructor(private readonly ratedAmps: number) {}

  /** Still warm of an overload. */
  get warm(): boolean {
    return this.overload > 0;
  }

  /** Carries `amps` for `dt` seconds. True when it lets go. */
  carry(amps: number, dt: number): boolean {
    const load = (amps / this.ratedAmps) ** 2 - BEARS;
    this.overload = Math.max(0, this.overload + load * dt);
    return this.overload > TRIPS_AT;
  }
}
