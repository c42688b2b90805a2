/** Whether a name looks as if a page had been pasted into it. It is only ever shown as the letters it is made of; that it holds such is told. */
export const holdsMarkup = (name: string): boolean => /<[a-z!/]/i.test(name);
