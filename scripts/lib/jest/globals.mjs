// The `jest` of tests that run outside of Jest's virtual machines: mocks and fake timers of this realm.
import { ModernFakeTimers } from "@jest/fake-timers";
import { ModuleMocker } from "jest-mock";

const mocks = new ModuleMocker(globalThis);
const timers = new ModernFakeTimers({ config: { fakeTimers: {} }, global: globalThis });

export const jest = {
  spyOn: mocks.spyOn.bind(mocks),
  restoreAllMocks: mocks.restoreAllMocks.bind(mocks),
  useFakeTimers: timers.useFakeTimers.bind(timers),
  useRealTimers: timers.useRealTimers.bind(timers),
  setSystemTime: timers.setSystemTime.bind(timers),
  advanceTimersByTime: timers.advanceTimersByTime.bind(timers),
  advanceTimersByTimeAsync: timers.advanceTimersByTimeAsync.bind(timers),
};
