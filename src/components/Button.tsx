import type { ComponentPropsWithRef, ReactNode } from 'react';
import css from './Button.module.css';

type Look = 'paper' | 'go' | 'plain' | 'stop';
const classOf = (look: Look, icon: boolean): string =>
  [css.button, look === 'paper' ? '' : look === 'stop' ? `${css.plain} ${css.stop}` : css[look], icon ? css.icon : '']
    .filter(Boolean)
    .join(' ');

interface Common {
  look?: Look;
  /** A picture only: then `label` is what it is called. */
  icon?: ReactNode;
  label?: string;
}

/** A button with words, or with a picture and a name for it. */
export function Button({ look = 'paper', icon, label, children, ...rest }: Common & ComponentPropsWithRef<'button'>) {
  const only = icon !== undefined && children === undefined;
  return (
    <button
      type="button"
      className={classOf(look, only)}
      {...(only && label ? { 'aria-label': label, title: label } : {})}
      {...rest}
    >
      {icon}
      {children}
    </button>
  );
}

/** A link that looks like a button. */
export function ButtonLink({ look = 'paper', icon, label, children, ...rest }: Common & ComponentPropsWithRef<'a'>) {
  return (
    <a className={classOf(look, children === undefined)} {...(label ? { 'aria-label': label } : {})} {...rest}>
      {icon}
      {children}
    </a>
  );
}
