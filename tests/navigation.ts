/** Next's navigation as tests see it: an address one can set, and where one was sent. */
export const pushed: string[] = [];
let address = new URL("http://cellar.test/");

export const setAddress = (to: string): void => {
  address = new URL(to, "http://cellar.test");
  pushed.length = 0;
};
const router = { push: (to: string) => pushed.push(to), replace: (to: string) => pushed.push(to) };
export const useRouter = () => router;
export const useSearchParams = () => address.searchParams;
export const usePathname = () => address.pathname;
