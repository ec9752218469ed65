// SPDX-License-Identifier: GPL-3.0-or-later
#include "store/user_answers.h"

#include "core/diagnose/path_change.h"
#include "core/kb/cause_rows.h"

namespace sokudo::store {

diagnose::UserAnswers userAnswersOf(const Project& project, const kb::KnowledgeBase& kb, const measure::Trial& trial,
                                    const diagnose::PathParts& path)
{
    constexpr auto kFresh = std::chrono::hours(24);
    const logbook::Entry* changed =
        diagnose::lastChange(path, project.entries, {{}, trial.at}, logbook::Touch::Perhaps);
    diagnose::UserAnswers told;
    for (const Answer& answer : project.answers) {
        const bool isOfPath = answer.from == trial.from && answer.to == trial.to;
        const bool isOld = (changed && answer.at < changed->happened()) || trial.at - answer.at > kFresh;
        if (!isOfPath || isOld) continue;
        if (kb.find<kb::Cause>(answer.flag)) told.failed.insert(answer.flag);
        else if (answer.isUnsure) told.unsure.insert(answer.flag);
        else told.answers[answer.flag] = {answer.present, diagnose::Witness::Told, {}};
    }
    return told;
}

}  // namespace sokudo::store
