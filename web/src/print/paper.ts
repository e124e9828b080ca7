import type { ClassMotor, ClassPlan } from "../api/classes";
import type { Demonstration } from "../api/client";

/** What every paper is printed from. */
export interface PaperProps {
  kept: Demonstration;
}

/** What a paper is printed from that needs no more than the design. */
export interface DesignPaperProps {
  kept: Pick<Demonstration, "design">;
  /** Steps that an adult has done before: nobody is asked for them again. */
  prepared?: readonly string[];
}

/** A motor of a class in the hands of its groups, as papers are printed from it. */
export const inClass = (motor: ClassMotor, plan: ClassPlan): DesignPaperProps["kept"] => ({
  design: { ...motor.design, maker: plan.hands } as Demonstration["design"],
});
