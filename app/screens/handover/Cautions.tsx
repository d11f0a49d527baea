import { Section } from './Section'

/** The usual cautions. They do not replace the local codes, and say so. */
export const Cautions = () => (
  <Section title="Cautions">
    <ul className="list-disc space-y-0.5 pl-5">
      <li>Ladders and roofs: two people, tied off, no metal ladder near lines.</li>
      <li>
        Mains work belongs to a licensed electrician; bonding and surge protection of masts follow the local
        code.
      </li>
      <li>Outdoor cables and injectors need drip loops and rated enclosures.</li>
      <li>
        Country setting, channel, power and radar channels are law and differ by country. Do not change them
        without knowing yours.
      </li>
      <li>Keep the distance from antennas that the local limit asks for.</li>
      <li>Do not cut power or pull a cable while a device is loading an image or being configured.</li>
    </ul>
  </Section>
)
