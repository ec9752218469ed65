// SPDX-License-Identifier: GPL-3.0-or-later
#include <random>

#include <fmt/format.h>

#include "cli.h"
#include "core/base/text.h"
#include "core/survey/questions.h"
#include "store/project_file.h"

namespace sokudo::cli {

void addStart(Verbs& verbs, Context& context)
{
    auto verb = verbs.add("start", "Make a house out of six short answers");
    struct Options {
        std::string file;
        survey::Answers answers;
        bool isTrial = false;
    };
    auto given = std::make_shared<Options>();
    verb.option("FILE", given->file, "project to make").required();
    static constexpr const char* kNames[] = {"--floors", "--buildings", "--internet", "--switch", "--fast", "--walls"};
    for (std::size_t i = 0; i < survey::kQuestions; ++i)
        verb.option(kNames[i], given->answers[i], fmt::format("such as “{}”", survey::questions()[i].example));
    verb.flag("--try", given->isTrial, "say what was understood, and make nothing");
    verb.answer([given, &context] {
        IdSource ids{std::random_device{}()};
        ids.startAfter(0);
        const survey::Understood made = survey::understood(given->answers, context.kb, ids);
        if (made.lines.empty())
            return fail({ErrorCode::BadInput, "say at least the floors: --floors \"cellar, ground floor, attic\"", ""});
        if (!given->isTrial) {
            store::Project project;
            project.plan = made.plan;
            if (const auto file = store::ProjectFile::create(given->file, project); !file) return fail(file.error());
        }
        std::vector<std::string> notTaken;
        for (std::size_t i = 0; i < survey::kQuestions; ++i)
            if (!made.notTaken[i].empty()) notTaken.push_back(fmt::format("{}: {}", kNames[i], made.notTaken[i]));
        if (context.json) {
            Json result{{"lines", made.lines},
                        {"not_understood", notTaken},
                        {"hazards", Json::array()},
                        {"remarks", Json::array()},
                        {"unknown_lengths", made.unknownLengths},
                        {"unknown_devices", made.unknownDevices}};
            for (const auto& one : made.hazards) result["hazards"].push_back(plain(one));
            for (const auto& one : made.remarks) result["remarks"].push_back(plain(one));
            print(result);
            return kFine;
        }
        for (const std::string& line : made.lines) print(line);
        for (const std::string& one : notTaken) print("not understood: " + one);
        for (const auto& one : made.hazards) print(plain(one));
        for (const auto& one : made.remarks) print(plain(one));
        if (made.unknownLengths + made.unknownDevices > 0)
            print(fmt::format("{} lengths and {} devices are not known yet", made.unknownLengths, made.unknownDevices));
        return kFine;
    });
}

}  // namespace sokudo::cli
