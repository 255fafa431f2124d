import { turn } from "./turn";

afterEach(() => jest.useRealTimers());

test("whoever waited before has had its turn when one goes on, and no timer has to ring for it", async () => {
  jest.useFakeTimers();
  const order: string[] = [];
  const { port1, port2 } = new MessageChannel();
  port1.onmessage = () => order.push("a message");
  port2.postMessage("of the page");
  await turn();
  order.push("on");
  port1.close();
  expect(order).toEqual(["a message", "on"]);
});
