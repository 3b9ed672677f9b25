/** Gives what a joint under load comes to: its resistance R = U/I, Ω, and the heat that it makes, P = U·I, W (Ohm's and Joule's laws). V and A across and through it, RMS, under a load that is mostly resistive. Not finite at 0 A. */
export const jointUnderLoad = (volts: number, amps: number): { readonly ohms: number; readonly watts: number } => ({
  ohms: volts / amps,
  watts: volts * amps,
});
