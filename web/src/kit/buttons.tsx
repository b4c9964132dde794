import { styled } from '@mui/material/styles';
import Button, { type ButtonProps } from '@mui/material/Button';

declare module '@mui/material/Button' {
  interface ButtonPropsVariantOverrides {
    word: true;
    plain: true;
  }
}

type Props = Omit<ButtonProps, 'variant' | 'color' | 'size'>;

const classes = (own: string, more: string | undefined) => (more ? `${own} ${more}` : own);

/** An underlined word in a text or a table that does something. */
export const TextButton = ({ className, ...props }: Props) => (
  <Button variant="word" className={classes('word', className)} {...props} />
);

/** A text or a mark that can be pressed and shows it only where one points. */
export const PlainButton = ({ className, ...props }: Props) => (
  <Button variant="plain" className={classes('plain-button', className)} {...props} />
);

const Cross = styled(PlainButton)({ padding: 6, fontSize: 16, lineHeight: 1, color: 'var(--ink2)' });

/** Removes or closes what stands beside it; its label says what. */
export const CrossButton = (props: Omit<Props, 'children'> & { 'aria-label': string }) => (
  <Cross {...props}>×</Cross>
);
