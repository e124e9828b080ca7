/** Papers of a class, in the order in which they are needed. */
export const CLASS_PAPERS = [
  { what: "teacher", title: "Teacher's sheet" },
  { what: "kit", title: "Kit list" },
  { what: "timetable", title: "Timetable" },
  { what: "cards", title: "Group cards" },
  { what: "cautions", title: "Cautions" },
  { what: "build", title: "Build sheets" },
  { what: "card", title: "First-run cards" },
  { what: "faults", title: "It does not go" },
  { what: "notebook", title: "Notebook pages" },
  { what: "questions", title: "Questions before and after" },
  { what: "predict", title: "Predict sheets" },
  { what: "key", title: "Key to both" },
  { what: "warmups", title: "Warm-ups" },
  { what: "report", title: "Report of the evening after" },
] as const;
