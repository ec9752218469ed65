// SPDX-License-Identifier: GPL-3.0-or-later
// Leads to ports as a program: an assignment, with groups that stay in one block.
#include <algorithm>
#include <map>

#include "core/cutover/moves.h"

namespace sokudo::cutover {
namespace {

constexpr double kLead = 1e6, kModule = 1e3, kNumber = 1;  ///< no switch has a thousand ports: each outweighs the next

double costOf(const MoveChoice& one)
{
    return (one.needsLead ? kLead : 0) + (one.needsModule ? kModule : 0) + (one.isRenumbered ? kNumber : 0);
}

class Assigning {
public:
    explicit Assigning(const MoveModel& model) : m_model(model) {}
    buy::Mip program()
    {
        std::vector<std::vector<std::pair<int, double>>> ofLead(m_model.leads), ofPort(m_model.ports);
        for (const MoveChoice& one : m_model.choices) {
            const int at = m_mip.column(0, 1, costOf(one), true);
            ofLead[one.lead].emplace_back(at, 1);
            ofPort[one.port].emplace_back(at, 1);
        }
        for (auto& terms : ofLead) m_mip.row(1, 1, std::move(terms));
        for (auto& terms : ofPort)
            if (terms.size() > 1) m_mip.row(-buy::kEndless, 1, std::move(terms));
        for (const auto& group : m_model.groups) together(group);
        return std::move(m_mip);
    }

private:
    /// All leads of a group land in one block.
    void together(const std::vector<std::size_t>& group)
    {
        std::map<int, int> columns;
        std::vector<std::pair<int, double>> one;
        for (int block : m_model.blocks)
            if (columns.try_emplace(block, static_cast<int>(m_mip.columns.size())).second)
                one.emplace_back(m_mip.column(0, 1, 0, true), 1);
        m_mip.row(1, 1, std::move(one));
        for (std::size_t lead : group)
            for (const auto& [block, column] : columns) {
                std::vector<std::pair<int, double>> terms{{column, -1}};
                for (std::size_t i = 0; i < m_model.choices.size(); ++i)
                    if (m_model.choices[i].lead == lead && m_model.blocks[m_model.choices[i].port] == block)
                        terms.emplace_back(static_cast<int>(i), 1);
                m_mip.row(0, 0, std::move(terms));
            }
    }
    const MoveModel& m_model;
    buy::Mip m_mip;
};

}  // namespace

Result<Assigned> assignMoves(const MoveModel& model, const buy::Solver& solver, const MoveProgress& progress)
{
    if (model.leads > model.ports)
        return failure(ErrorCode::BadInput,
                       text::say("moves.too-many",
                                 "{} leads are to go into {} ports: keep some at the old switch, or take a larger one",
                                 model.leads, model.ports));
    std::vector<bool> hasChoice(model.leads, false);
    for (const MoveChoice& one : model.choices) hasChoice[one.lead] = true;
    Assigned made;
    if (model.leads == 0) return made;
    const auto none = [] {
        return failure(ErrorCode::NotFound, text::say("moves.no-way",
                                                      "the ports of the new switch do not take all leads at once: too "
                                                      "few of them are of the kind that is needed"));
    };
    if (std::find(hasChoice.begin(), hasChoice.end(), false) != hasChoice.end()) return none();
    buy::MipOptions options;
    if (progress) options.progress = [&](const buy::MipState&) { return progress(1); };
    const auto answer = solver(Assigning(model).program(), options);
    if (!answer) return tl::unexpected(answer.error());
    if (answer->values.empty() && answer->end == buy::MipEnd::Stopped)
        return failure(ErrorCode::Cancelled,
                       text::say("moves.stopped", "stopped before a way to place all leads was found; give it longer"));
    if (answer->values.empty()) return none();
    made.isLeast = answer->end == buy::MipEnd::Proved;
    made.choices.resize(model.leads);
    for (std::size_t i = 0; i < model.choices.size(); ++i) {
        if (answer->values[i] < 0.5) continue;
        const MoveChoice& one = model.choices[i];
        made.choices[one.lead] = i;
        made.count.leads += one.needsLead;
        made.count.modules += one.needsModule;
        made.count.renumbered += one.isRenumbered;
    }
    return made;
}

}  // namespace sokudo::cutover
