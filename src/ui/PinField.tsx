import type { ComponentProps } from 'react';
import { Field } from './Field';

/** Where a PIN is typed: digits by thumb, never shown, and never remembered by the browser for somebody else. */
export const PinField = (p: ComponentProps<typeof Field>) => (
  <Field type="password" inputMode="numeric" autoComplete="off" maxLength={12} {...p} />
);
