import type { Place, ToDo } from '@diaphon/core';

interface ToDoListProps {
  toDo: ToDo[];
  onShow: (places: Place[]) => void;
}

/** What a rig still being built lacks; each line goes by itself once it is there. */
export const ToDoList = ({ toDo, onShow }: ToDoListProps) => (
  <section aria-label="Still to do" className="card mx-3 mb-2 px-3 py-2">
    <h3 className="font-bold">Still to do</h3>
    <ul className="list-[circle] pl-5">
      {toDo.map(({ words, place }) => (
        <li key={words}>
          {place.device ? (
            <button className="text-left underline" onClick={() => onShow([place])}>
              {words}
            </button>
          ) : (
            words
          )}
        </li>
      ))}
    </ul>
  </section>
);
