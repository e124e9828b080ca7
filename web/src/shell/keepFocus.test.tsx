// @vitest-environment jsdom
import { afterEach, beforeEach, expect, test, vi } from "vitest";
import { keepFocus } from "./keepFocus";

let end: () => void;
beforeEach(() => {
  // The test's page lays nothing out: all that is there counts as seen.
  HTMLElement.prototype.getClientRects = () => [{}] as unknown as DOMRectList;
  end = keepFocus();
});
afterEach(() => {
  end();
  document.body.innerHTML = "";
});

const put = (html: string) => {
  document.body.innerHTML = html;
  return (id: string) => document.getElementById(id)!;
};
const focused = () => document.activeElement?.id;

test("where the focused button goes away the focus goes to what now stands nearest", async () => {
  const at = put(
    '<a id="top" href="#">t</a><main><div id="row"><button id="start">s</button></div><button id="far">f</button></main>',
  );
  at("start").focus();
  at("row").innerHTML = '<button id="stop">stop</button>';
  await vi.waitFor(() => expect(focused()).toBe("stop"));
  at("row").remove();
  await vi.waitFor(() => expect(focused()).toBe("far"));
});

test("a button that can no longer be pressed hands its focus on", async () => {
  const at = put('<div><button id="less">-</button><button id="more">+</button></div>');
  at("less").focus();
  at("less").blur(); // as a browser does when it is disabled
  at("less").setAttribute("disabled", "");
  await vi.waitFor(() => expect(focused()).toBe("more"));
});

test("who leaves a control that still stands is left alone", async () => {
  const at = put('<button id="one">1</button><p id="text"></p>');
  at("one").focus();
  at("one").blur();
  at("text").append(document.createElement("span"));
  await new Promise((done) => setTimeout(done, 120));
  expect(document.activeElement).toBe(document.body);
});
