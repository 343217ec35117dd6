import type { Metadata } from 'next';
import { headers } from 'next/headers';
import { SettingsPage } from '@/features/settings/SettingsPage';
import { HomePicture, ScanPicture, TrustPicture } from '@/features/settings/TabletSteps';
import { ThisDevice } from '@/features/settings/ThisDevice';
import { type WayIn, wayIn } from '@/usecases/shop/tablets';

export const metadata: Metadata = { title: 'Tablets' };

export default async function Page() {
  const way = await wayIn((await headers()).get('host') ?? '127.0.0.1:4310');
  return (
    <SettingsPage
      title="Tablets"
      about="A tablet has the visits of the day with it and goes on where the network does not reach: readings, card and torque wait on it and are sent in order. For that its address must be secure."
    >
      <section aria-labelledby="device" className="flex max-w-[720px] flex-col gap-2">
        <h2 id="device" className="!text-[17px] !text-ink">
          This device
        </h2>
        <ThisDevice />
      </section>
      <section aria-labelledby="add" className="flex flex-col gap-3">
        <h2 id="add" className="!text-[17px] !text-ink">
          Add a tablet
        </h2>
        <AddTablet way={way} />
      </section>
    </SettingsPage>
  );
}

function AddTablet({ way }: { way: WayIn }) {
  if (!way.open)
    return (
      <p className="max-w-[720px] border-l-4 border-caution pl-3">
        Vectis answers this machine alone. Stop it and start it with{' '}
        <code>VECTIS_HOST=0.0.0.0 VECTIS_HTTPS=1 npm start</code>; then this page shows how a tablet gets in. Everybody
        needs a PIN first, under People.
      </p>
    );
  if (!way.secure)
    return (
      <div className="flex flex-col gap-3">
        <p className="max-w-[720px] border-l-4 border-caution pl-3">
          This address is plain http, over which a tablet stores no page. Start with <code>VECTIS_HTTPS=1</code> beside
          the rest, and this page shows how a tablet learns the shop’s certificate.
        </p>
        <Code code={way.addressCode} address={way.address} />
      </div>
    );
  return (
    <ol className="flex flex-col gap-5">
      {way.certificate === null ? null : (
        <>
          <Step n={1} picture={<ScanPicture />} title="Fetch the shop’s certificate">
            <p>
              Read this code with the tablet’s camera and open what it says. The tablet stores a file,{' '}
              <code>vectis.crt</code>. It is the same for every tablet, and was made on this machine.
            </p>
            <Code code={way.certificate.code} address={way.certificate.address} />
          </Step>
          <Step n={2} picture={<TrustPicture />} title="Trust it on the tablet">
            <p>
              In the tablet’s settings, under security, install the file as a certificate authority for websites. Some
              tablets ask a second time, under certificate trust, whether it counts in full: say yes there too.
            </p>
          </Step>
        </>
      )}
      <Step
        n={way.certificate === null ? 1 : 3}
        picture={<HomePicture />}
        title="Open Vectis and put it on the home screen"
      >
        <p>
          Read this code, sign in with a PIN, and choose “Add to home screen” in the browser’s menu. A minute later the
          line “This device” above says that it goes on without the server.
        </p>
        <Code code={way.addressCode} address={way.address} />
      </Step>
    </ol>
  );
}

function Step({
  n,
  title,
  picture,
  children,
}: {
  n: number;
  title: string;
  picture: React.ReactNode;
  children: React.ReactNode;
}) {
  return (
    <li className="flex items-start gap-4 border-t border-line pt-4 max-sm:flex-col">
      {picture}
      <div className="flex max-w-[620px] flex-col gap-2">
        <h3 className="text-[17px] font-[640]">
          {n}. {title}
        </h3>
        {children}
      </div>
    </li>
  );
}

function Code({ code, address }: { code: string; address: string }) {
  return (
    <div className="flex items-center gap-4">
      {/* biome-ignore lint/performance/noImgElement: a code made here, as it is */}
      <img src={code} alt={`Code for ${address}`} width={148} height={148} />
      <p className="figure break-all text-[15px]">{address}</p>
    </div>
  );
}
