// What the app is built with and nothing of the app: what any page of it must load. A benchmark compares with this.
import "@fontsource-variable/atkinson-hyperlegible-next/wght.css";
import "@fontsource-variable/bitter/wght.css";
import { QueryClient, QueryClientProvider, useQuery } from "@tanstack/react-query";
import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { Button, Dialog, ListBox, ListBoxItem, Modal, ModalOverlay, Select, TextField } from "react-aria-components";
import { createBrowserRouter, Link, RouterProvider } from "react-router";
import styled, { ThemeProvider } from "styled-components";

const Title = styled.h1`
  color: ${({ theme }) => theme.text};
`;

function Bare() {
  const { data } = useQuery({ queryKey: ["bare"], queryFn: () => Promise.resolve("Bare") });
  return (
    <main>
      <Title>{data}</Title>
      <Link to="/">here</Link>
      <TextField aria-label="field" />
      <Select aria-label="choice">
        <Button>press</Button>
        <ListBox>
          <ListBoxItem>one</ListBoxItem>
        </ListBox>
      </Select>
      <ModalOverlay>
        <Modal>
          <Dialog>nothing</Dialog>
        </Modal>
      </ModalOverlay>
      {data && <p data-usable />}
    </main>
  );
}

const router = createBrowserRouter([{ path: "*", element: <Bare /> }]);
createRoot(document.getElementById("root")!).render(
  <StrictMode>
    <QueryClientProvider client={new QueryClient()}>
      <ThemeProvider theme={{ text: "black" } as never}>
        <RouterProvider router={router} />
      </ThemeProvider>
    </QueryClientProvider>
  </StrictMode>,
);
