import { Choice } from "@/shared/fields/Choice";
import { TapeField } from "@/shared/fields/TapeField";
import { useWork, WorkProvider } from "@/shared/work/WorkContext";
import type { WorkState } from "@/shared/work/useOpenWork";
import { act, fireEvent, render, screen } from "@testing-library/react";
import { useState } from "react";
import { expect, test, vi } from "vitest";

const keeper = () => ({ type: vi.fn(), commit: vi.fn(), forget: vi.fn(), leave: vi.fn() });

function open(part: Partial<Record<keyof WorkState, unknown>>): WorkState {
  const usual = { document: {}, typing: {}, errors: [], fresh: true, screen: { readings: {}, kept: [] }, job: { units: "imperial" }, keeper: keeper() };
  return { ...usual, ...part } as unknown as WorkState;
}

const field = (state: WorkState) => render(<WorkProvider value={state}><TapeField path="total_rise" label="Total rise" /></WorkProvider>);

test("a field shows what was understood, and what was typed while it is typed in", () => {
  field(open({ document: { total_rise: "52 3/8" }, screen: { kept: [], readings: { total_rise: { text: "4′ 4 3/8″", sense: "" } } } }));
  const input = screen.getByLabelText<HTMLInputElement>("Total rise");
  expect(input.value).toBe("4’\u00a04\u00a03\u20448″");
  act(() => input.focus());
  expect(input.value).toBe("52 3/8");
  expect([input.selectionStart, input.selectionEnd]).toEqual([0, 6]);
});

test("a reading belongs to its text: while other text is worked out there is none", () => {
  field(open({ document: { total_rise: "52" }, typing: { total_rise: "53" }, fresh: false, screen: { kept: [], readings: { total_rise: { text: "4′ 4″", sense: "" } } } }));
  expect(screen.getByLabelText<HTMLInputElement>("Total rise").value).toBe("53");
});

test("enter keeps, escape drops, leaving keeps, and only what was typed", () => {
  const state = open({ document: { total_rise: "52" }, typing: { total_rise: "53" } });
  field(state);
  const input = screen.getByLabelText("Total rise");
  fireEvent.change(input, { target: { value: "54" } });
  fireEvent.keyDown(input, { key: "Enter" });
  expect(state.keeper.type).toHaveBeenCalledWith("total_rise", "54");
  expect(state.keeper.commit).toHaveBeenCalledWith("total_rise");
  fireEvent.blur(input);
  expect(state.keeper.leave).toHaveBeenCalledWith("total_rise");
  act(() => input.focus());
  fireEvent.keyDown(input, { key: "Escape" });
  expect(state.keeper.forget).toHaveBeenCalledWith("total_rise");
  expect(document.activeElement).not.toBe(input);
});

test("an error is said at its field, with what was typed; a row's error at the row's field", () => {
  field(open({ typing: { total_rise: "x" }, errors: [{ path: "total_rise[1]", sentence: "x is no length.", at: 0 }] }));
  expect(screen.getByRole("alert").textContent).toBe("x is no length.");
  expect(screen.getByLabelText<HTMLInputElement>("Total rise")).toMatchObject({ value: "x", ariaInvalid: "true" });
});

test("one key draws anew what shows it, and nothing else", () => {
  const drawn = { rise: 0, width: 0, keeper: 0 };
  const Drawn = ({ name, text = "" }: { name: keyof typeof drawn; text?: string | undefined }) => { drawn[name]++; return <>{text}</>; };
  const Rise = () => <Drawn name="rise" text={useWork((state) => state.typing["total_rise"])} />;
  const Width = () => <Drawn name="width" text={useWork((state) => state.typing["width"])} />;
  const Button = () => <Drawn name="keeper" text={useWork((state) => typeof state.keeper)} />;
  const parts = <><Rise /><Width /><Button /></>;
  let type: (text: string) => void = () => undefined;
  const state = open({});
  function Work() {
    const [typing, setTyping] = useState<Record<string, string>>({ width: "36" });
    type = (text) => setTyping((now) => ({ ...now, total_rise: text }));
    return <WorkProvider value={{ ...state, typing }}>{parts}</WorkProvider>;
  }
  const { container } = render(<Work />);
  const before = { ...drawn };
  act(() => type("52"));
  expect(container.textContent).toBe("5236object");
  expect(drawn.rise).toBe(before.rise + 1);
  expect([drawn.width, drawn.keeper]).toEqual([before.width, before.keeper]);
});

test("a part of no work is a fault, not a blank", () => {
  vi.spyOn(console, "error").mockImplementation(() => undefined);
  expect(() => render(<TapeField path="total_rise" label="Total rise" />)).toThrow("no work is open");
});

test("answers are one stop of the tab key, gone through with the arrows, chosen once", () => {
  const chosen = vi.fn();
  render(<Choice label="Ends" chosen="both" onChoose={chosen} answers={[{ id: "both", text: "both ends" }, { id: "first", text: "first end", disabled: true }, { id: "second", text: "second end" }]} />);
  const [both, first, second] = screen.getAllByRole("button");
  expect(screen.getByRole("group", { name: "Ends" })).toBeTruthy();
  expect([both, first, second].map((one) => one?.getAttribute("aria-pressed"))).toEqual(["true", "false", "false"]);
  expect([both, second].map((one) => one?.tabIndex)).toEqual([0, -1]);
  act(() => both?.focus());
  fireEvent.keyDown(both as HTMLElement, { key: "ArrowRight" });
  expect(document.activeElement).toBe(second);
  fireEvent.click(both as HTMLElement);
  expect(chosen).not.toHaveBeenCalled();
  fireEvent.click(second as HTMLElement);
  expect(chosen).toHaveBeenCalledWith("second");
});
