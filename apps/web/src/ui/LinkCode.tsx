import type { LinkView } from '@cifra/contract';
import QRCode from 'qrcode';
import { useEffect, useState } from 'react';

/** Where a pupils' link leads. */
export const addressOf = ({ token }: Pick<LinkView, 'token'>): string => `${window.location.origin}/p/${token}`;

/** A pupils' link as a code to scan. */
export function LinkCode({ link }: { readonly link: LinkView }) {
  const [code, setCode] = useState<string>();
  const address = addressOf(link);
  useEffect(() => {
    let gone = false;
    void QRCode.toDataURL(address, { margin: 1, width: 240, errorCorrectionLevel: 'M' }).then((url) => {
      if (!gone) setCode(url);
    });
    return () => {
      gone = true;
    };
  }, [address]);
  return code === undefined ? (
    <div className="size-24 bg-band" />
  ) : (
    <img src={code} alt={`Code to scan: ${address}`} className="size-24" />
  );
}
