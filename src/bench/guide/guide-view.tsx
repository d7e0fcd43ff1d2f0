"use client";

import { say } from "@/language";
import { BeginLesson } from "../lesson/begin-lesson-button";
import { GUIDE } from "./guide";
import { Header } from "@/ui";

/** The user's guide: a page a course. */
export function GuideView() {
  return (
    <div className="flex h-screen flex-col">
      <Header crumbs={<b className="font-semibold text-base-content">{say("Guide")}</b>} />
      <div className="flex min-h-0 grow">
        <nav
          className="ruled w-56 shrink-0 overflow-y-auto border-r bg-base-100 p-3.5"
          aria-label={say("Pages of the guide")}
        >
          <ul className="space-y-1">
            {GUIDE.map(({ id, title }) => (
              <li key={id}>
                <a className="block rounded px-2 py-1 hover:bg-base-300" href={`#${id}`}>
                  {title}
                </a>
              </li>
            ))}
          </ul>
        </nav>
        <main tabIndex={0} className="grow overflow-y-auto scroll-smooth px-8 py-6 motion-reduce:scroll-auto">
          <h1 className="pb-4 text-xl font-semibold">{say("Guide")}</h1>
          {GUIDE.map(({ id, title, purpose, steps, keys, picture, lesson }) => (
            <section key={id} id={id} className="max-w-4xl scroll-mt-4 pb-10" aria-labelledby={`${id}-title`}>
              <h2 id={`${id}-title`} className="pb-1 text-lg font-semibold">
                {title}
              </h2>
              <p className="pb-2">{purpose}</p>
              <ol className="list-decimal space-y-1 pb-3 pl-6">
                {steps.map((step) => (
                  <li key={step}>{step}</li>
                ))}
              </ol>
              <dl className="flex flex-wrap gap-x-5 gap-y-1 pb-3">
                {keys.map(([k, does]) => (
                  <div key={k} className="flex items-center gap-2">
                    <dt>
                      <kbd className="kbd kbd-sm">{k}</kbd>
                    </dt>
                    <dd>{does}</dd>
                  </div>
                ))}
              </dl>
              {lesson && (
                <p className="pb-3">
                  <BeginLesson lesson={lesson} words={say("Try it: {title}", { title: lesson.title })} />
                </p>
              )}
              {picture && (
                <figure>
                  <img
                    src={`/help/pictures/${picture.name}`}
                    width={1280}
                    height={800}
                    alt={picture.shows}
                    loading="lazy"
                    className="ruled h-auto w-full border"
                  />
                  <figcaption className="muted pt-1">{picture.shows}</figcaption>
                </figure>
              )}
            </section>
          ))}
        </main>
      </div>
    </div>
  );
}
