"use client";

import type { FieldValues } from "react-hook-form";
import { useKeptForm, type KeptForm } from "@/features/shared/kept-form";
import { useJobPage } from "./job-context";

/** A form of this job: what is typed in it is kept in this browser until it was saved or thrown away. */
export function useJobForm<Values extends FieldValues>(name: string, usual: Values): KeptForm<Values> {
  const { job } = useJobPage().sheet;
  return useKeptForm(`${job.id} ${name}`, usual);
}
