/** What was wrong with what was typed or asked, said at once; nothing where nothing is. */
export const Wrong = ({
  children,
  className = '',
}: {
  children: string | null | undefined;
  className?: string;
}) =>
  children ? (
    <p className={`wrong ${className}`} role="alert">
      {children}
    </p>
  ) : null;
