import { render } from "@testing-library/react";
import type { ReactNode } from "react";
import { ThemeProvider } from "styled-components";
import { themeFor } from "../theme/theme";

/** Renders a part in the light room, for tests. */
export const inRoom = (part: ReactNode) => render(<ThemeProvider theme={themeFor("light")}>{part}</ThemeProvider>);
