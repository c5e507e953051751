import { useQuery } from "@tanstack/react-query";
import { itemsQuery } from "../../api/queries";
import { Empty, Panel, Waiting } from "../../parts/basics";
import { count } from "../../parts/figures";

/** Everything for sale that was ever planned. */
export function ItemsScreen() {
  const { data, error } = useQuery(itemsQuery);
  if (!data) return <Waiting error={error} />;
  return (
    <div>
      <h1 className="mb-4 text-3xl">Items</h1>
      {data.entries.length === 0 ? (
        <Empty title="No item yet">Items appear here as you add them to the plan of a shoot.</Empty>
      ) : (
        <Panel className="max-w-3xl">
          <table className="w-full">
            <caption className="px-4 py-2 text-left text-[13px] text-soft">
              {count(data.total, "item")}
            </caption>
            <thead>
              <tr className="border-b border-line text-left text-[13px] text-soft">
                <th scope="col" className="px-4 py-2 font-normal">
                  Code
                </th>
                <th scope="col" className="px-4 py-2 font-normal">
                  Title
                </th>
                <th scope="col" className="px-4 py-2 font-normal">
                  Kind
                </th>
              </tr>
            </thead>
            <tbody>
              {data.entries.map((item) => (
                <tr key={item.id} className="border-b border-line last:border-0">
                  <td className="figures px-4 py-2.5">{item.code}</td>
                  <td className="px-4 py-2.5 font-medium">{item.title}</td>
                  <td className="px-4 py-2.5 text-soft">{item.kind}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </Panel>
      )}
    </div>
  );
}
