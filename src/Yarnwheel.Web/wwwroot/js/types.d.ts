// Types of what the page's scripts find in the window.
interface Htmx {
  ajax(method: string, url: string, options: { source: string; target: string; swap: string }): Promise<void>;
  trigger(element: Element | string, name: string): void;
}
interface Window {
  htmx: Htmx;
}
