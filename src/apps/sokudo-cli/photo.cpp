// SPDX-License-Identifier: GPL-3.0-or-later
#include <filesystem>
#include <random>

#include <fmt/format.h>

#include "cli.h"
#include "core/cabletest/test_results.h"
#include "core/editline/edit_line.h"
#include "core/editline/words.h"
#include "core/logbook/record.h"
#include "core/plan/edits.h"
#include "core/plan/kind.h"
#include "host/picture.h"
#include "store/project_file.h"

namespace sokudo::cli {
namespace {

struct Options {
    std::string file, picture, of, caption, found, on;
};

std::string lineOf(const Options& given)
{
    const std::string caption =
        given.caption.empty() ? std::filesystem::path(given.picture).stem().string() : given.caption;
    std::string line = "add photo " + editline::quoted(caption) + ",";
    if (!given.of.empty()) line += " about=" + editline::quoted(given.of);
    if (!given.found.empty()) line += " found=" + editline::quoted(given.found);
    if (!given.on.empty()) line += " on=" + editline::quoted(given.on);
    return line;
}

int answer(const Options& given, Context& context)
{
    const auto picture = host::readPicture(given.picture);
    if (!picture) return fail(picture.error());
    auto target = openToWrite(given.file, context);
    if (!target) return fail(target.error());
    const plan::Plan& before = target->project.plan;
    IdSource ids{std::random_device{}()};
    ids.startAfter(plan::greatestId(before));
    auto edited = editline::edited(before, lineOf(given), context.kb, ids);
    if (!edited) return fail(edited.error());
    plan::Photo photo = *edited->plan.photos.find(plan::PhotoId{edited->touched.front().id});
    photo.jpeg = picture->jpeg;
    const bool isOfTest = photo.about && photo.about->kind == "cable-test";
    const auto after = isOfTest ? cabletest::withPhoto(edited->plan, plan::CableTestId{photo.about->id}, photo)
                                : plan::edits::putRecord(edited->plan, photo);
    if (!after) return fail(after.error());
    store::Changes changes;
    changes.before = &before;
    changes.after = &*after;
    changes.entries.push_back(logbook::changeEntry(edited->done, now(), ids));
    if (const auto done = saved(*target->file, changes); !done) return fail(done.error());
    const std::size_t kilobytes = picture->jpeg.size() * 3 / 4 / 1000;
    if (context.json)
        print(Json{{"done", edited->done},
                   {"id", photo.id.value},
                   {"width", picture->width},
                   {"height", picture->height},
                   {"kilobytes", kilobytes}});
    else
        print(fmt::format("{}: {} x {} pixels, {} kB, without the place it was taken at", edited->done, picture->width,
                          picture->height, kilobytes));
    return kFine;
}

}  // namespace

void addPhoto(Verbs& verbs, Context& context)
{
    auto verb = verbs.add("photo", "Put a picture into a house: made smaller, and without the place it was taken at");
    auto given = std::make_shared<Options>();
    verb.option("FILE", given->file, "project to change").required();
    verb.option("PICTURE", given->picture, "JPEG, PNG or WebP file").required();
    verb.option("--of", given->of,
                "what it shows: \"run q2\", \"port core 4\", \"place attic\", \"test w1 2026-11-14\"");
    verb.option("--caption", given->caption, "what is to be seen; the name of the file otherwise");
    verb.option("--found", given->found, "by eye: clean, dirty, bent, frayed, corroded, torn, burnt, other");
    verb.option("--on", given->on, "day it was taken, 2026-11-28");
    verb.answer([given, &context] { return answer(*given, context); });
}

}  // namespace sokudo::cli
