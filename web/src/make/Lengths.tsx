import type { Build } from "../api/client";
import { Table } from "../theme/stage";
import { rounded } from "../units";

/** What to cut, where to bend, what to set: as tables, for screen and paper. */
export function Lengths({ sheet }: { sheet: Build["sheet"] }) {
  return (
    <>
      {sheet.cuts.length > 0 && (
        <Table aria-label="Pieces to cut">
          <thead>
            <tr>
              <th>Cut</th>
              <th>Length</th>
              <th>of that tails</th>
              <th>Note</th>
            </tr>
          </thead>
          <tbody>
            {sheet.cuts.map((cut) => (
              <tr key={cut.name}>
                <td>
                  {cut.count} × {cut.name.toLowerCase()}
                </td>
                <td data-cut>{cut.length_mm} mm</td>
                <td>{cut.tails_mm} mm</td>
                <td>{cut.note}</td>
              </tr>
            ))}
          </tbody>
        </Table>
      )}
      <Table aria-label="Lengths to set">
        <thead>
          <tr>
            <th>Set</th>
            <th>to</th>
            <th>How</th>
          </tr>
        </thead>
        <tbody>
          {sheet.settings.map((setting) => (
            <tr key={setting.name}>
              <td>{setting.name}</td>
              <td>{rounded(setting.value_mm)} mm</td>
              <td>{setting.how}</td>
            </tr>
          ))}
        </tbody>
      </Table>
      {sheet.bends.length > 0 && (
        <Table aria-label="Bends">
          <thead>
            <tr>
              <th>From the middle of the piece, both ways</th>
              <th>Bend by</th>
              <th>Note</th>
            </tr>
          </thead>
          <tbody>
            {sheet.bends.map((bend) => (
              <tr key={bend.at_mm}>
                <td>{bend.at_mm} mm</td>
                <td>{bend.degrees ? `${bend.degrees}°` : "—"}</td>
                <td>{bend.note}</td>
              </tr>
            ))}
          </tbody>
        </Table>
      )}
    </>
  );
}
