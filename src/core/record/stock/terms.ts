import { z } from "zod";
import { cents } from "./item";

const basisPoints = z.number().int().min(0).max(5000);

/** Holds what the shop charges and assumes. */
export const termsSchema = z
  .strictObject({
    shop: z.string().trim().min(1).max(120).describe("Name of the shop, on the report."),
    address: z.string().trim().max(200).describe("Its address, on the report."),
    currency: z.string().trim().min(1).max(4).describe("Currency sign."),
    callOut: cents.describe("For coming, in cents."),
    hour: cents.describe("For an hour of work, in cents."),
    tax: basisPoints.describe("Tax, in hundredths of a percent: 800 is 8%."),
    workDays: z.number().int().min(0).max(3650).describe("Days of warranty on the work."),
    newMachine: cents.describe("What another machine costs, brought and connected, in cents."),
    life: z.number().min(1).max(40).describe("Years that a machine of this kind serves."),
    faultsAYear: z.number().min(0).max(5).describe("Faults a year of a machine half way through its life."),
  })
  .describe("What the shop charges, and what it assumes where a repair is compared with another machine.");
export type Terms = z.infer<typeof termsSchema>;

/** Until the shop says its own. All of it is an estimate. */
export const DEFAULT_TERMS: Terms = {
  shop: "Your shop",
  address: "",
  currency: "$",
  callOut: 4500,
  hour: 7800,
  tax: 800,
  workDays: 90,
  newMachine: 68_900,
  life: 13,
  faultsAYear: 0.16,
};
