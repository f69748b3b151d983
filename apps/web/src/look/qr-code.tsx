import { useEffect, useState } from 'react';

/** A QR code (ISO/IEC 18004) of a text, dark on light in either light: cameras want it so. @param size edge, pixels */
export const QrCode = ({ text, label, size }: { text: string; label: string; size: number }) => {
  const [source, setSource] = useState('');
  useEffect(() => {
    let isCurrent = true;
    void import('qrcode')
      .then(({ toString }) => toString(text, { type: 'svg', margin: 2 }))
      .then((svg) => isCurrent && setSource(`data:image/svg+xml,${encodeURIComponent(svg)}`));
    return () => void (isCurrent = false);
  }, [text]);
  return source ? (
    <img src={source} alt={label} width={size} height={size} />
  ) : (
    <span className="inline-block" style={{ width: size, height: size }} />
  );
};
