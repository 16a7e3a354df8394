/** Several views of one thing in the same place: tabs, gone through with the arrow keys. */
import Tab from "@mui/material/Tab";
import Tabs from "@mui/material/Tabs";

interface Props<Id extends string> {
  label: string;
  views: readonly { readonly id: Id; readonly text: string }[];
  shown: Id;
  onShow: (id: Id) => void;
}

export function Views<Id extends string>({ label, views, shown, onShow }: Props<Id>) {
  return (
    <Tabs value={shown} onChange={(_, id: Id) => onShow(id)} aria-label={label}>
      {views.map(({ id, text }) => (
        <Tab key={id} value={id} label={text} />
      ))}
    </Tabs>
  );
}
