import { useEffect, useRef } from "react";
import { useBench } from "@/client/bench-store";
import { COURSES, type CourseKey } from "@/core/recipe";

const NAME = "course";

function courseInAddress(): CourseKey | null {
  const asked = new URLSearchParams(window.location.search).get(NAME);
  return COURSES.find(({ key }) => key === asked)?.key ?? null;
}

/**
 * The open course stands in the address, /bench/…?course=lines: it is there after a reload and in a copied link, and the browser's back and
 * forward walk through courses as through photos.
 */
export function useCourseInAddress(): void {
  const course = useBench((s) => s.course);
  const isOpened = useRef(false);
  useEffect(() => {
    const there = courseInAddress();
    const begins = !isOpened.current;
    isOpened.current = true;
    if (there === course) return;
    if (begins && there) {
      useBench.getState().set({ course: there });
      return;
    }
    const url = new URL(window.location.href);
    url.searchParams.set(NAME, course);
    // An address that said no course is only made to say it: it is no step to go back to.
    if (there === null) window.history.replaceState(null, "", url);
    else window.history.pushState(null, "", url);
  }, [course]);
  useEffect(() => {
    const walked = (): void => {
      const there = courseInAddress();
      if (there && there !== useBench.getState().course) useBench.getState().set({ course: there });
    };
    window.addEventListener("popstate", walked);
    return () => window.removeEventListener("popstate", walked);
  }, []);
}
