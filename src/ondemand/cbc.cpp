// SPDX-License-Identifier: GPL-3.0-or-later
// The solver: branch and cut by CBC over CLP, with exact gaps.
#include "ondemand/cbc.h"

#include <chrono>
#include <cmath>
#include <mutex>
#include <string>
#include <type_traits>

#pragma GCC diagnostic push
#pragma GCC diagnostic ignored "-Wall"
#pragma GCC diagnostic ignored "-Wextra"
#pragma GCC diagnostic ignored "-Wpedantic"
#pragma GCC diagnostic ignored "-Wconversion"
#pragma GCC diagnostic ignored "-Wshadow"
#include <CbcEventHandler.hpp>
#include <CbcModel.hpp>
#include <CoinPackedMatrix.hpp>
#include <OsiClpSolverInterface.hpp>
#pragma GCC diagnostic pop

namespace sokudo::ondemand {
namespace {

using buy::Mip, buy::MipAnswer, buy::MipEnd, buy::MipOptions, buy::MipState;

std::string columnName(std::size_t column) { return "c" + std::to_string(column); }

class Watch final : public CbcEventHandler {
public:
    Watch(const std::function<bool(const MipState&)>& progress, bool& isStopped)
        : m_progress(&progress), m_isStopped(&isStopped)
    {}
    CbcEventHandler* clone() const override { return new Watch(*this); }
    CbcAction event(CbcEvent) override
    {
        if (!*m_progress || !model_) return noAction;
        MipState state;
        state.bound = model_->getBestPossibleObjValue();
        if (model_->getSolutionCount() > 0 && model_->getObjValue() < 1e40) state.best = model_->getObjValue();
        state.nodes = model_->getNodeCount();
        if ((*m_progress)(state)) return noAction;
        *m_isStopped = true;
        return stop;
    }

private:
    const std::function<bool(const MipState&)>* m_progress;  ///< the solver works on copies of this
    bool* m_isStopped;
};

void load(OsiClpSolverInterface& into, const Mip& mip, bool isRelaxed)
{
    const double endless = into.getInfinity();
    const auto finite = [&](double value) { return std::isinf(value) ? std::copysign(endless, value) : value; };
    std::vector<int> columns, rows;
    std::vector<double> factors;
    for (std::size_t r = 0; r < mip.rows.size(); ++r)
        for (const auto& [column, factor] : mip.rows[r].terms) {
            rows.push_back(static_cast<int>(r));
            columns.push_back(column);
            factors.push_back(factor);
        }
    CoinPackedMatrix matrix(true, rows.data(), columns.data(), factors.data(),
                            static_cast<CoinBigIndex>(factors.size()));
    matrix.setDimensions(static_cast<int>(mip.rows.size()), static_cast<int>(mip.columns.size()));
    std::vector<double> low, high, cost, rowLow, rowHigh;
    for (const Mip::Column& one : mip.columns) {
        low.push_back(finite(one.low));
        high.push_back(finite(one.high));
        cost.push_back(one.cost);
    }
    for (const Mip::Row& one : mip.rows) {
        rowLow.push_back(finite(one.low));
        rowHigh.push_back(finite(one.high));
    }
    into.loadProblem(matrix, low.data(), high.data(), cost.data(), rowLow.data(), rowHigh.data());
    if (isRelaxed) return;
    for (std::size_t c = 0; c < mip.columns.size(); ++c)
        if (mip.columns[c].isWhole) into.setInteger(static_cast<int>(c));
}

MipAnswer relaxedAnswer(OsiClpSolverInterface& solver, std::size_t columns)
{
    solver.initialSolve();
    MipAnswer answer;
    if (!solver.isProvenOptimal()) {
        answer.end = solver.isProvenPrimalInfeasible() ? MipEnd::Impossible : MipEnd::Stopped;
        return answer;
    }
    answer.end = MipEnd::Proved;
    answer.state.bound = solver.getObjValue();
    answer.state.best = solver.getObjValue();
    answer.values.assign(solver.getColSolution(), solver.getColSolution() + columns);
    return answer;
}

/// The solver reads its settings through variables that all of its threads share (CbcOrClpParam), so that two at once
/// can end in “impossible” where there is an answer: one at a time, and who waits can be stopped.
std::timed_mutex& turn()
{
    static std::timed_mutex one;
    return one;
}

std::unique_lock<std::timed_mutex> takenTurn(const MipOptions& options)
{
    constexpr std::chrono::milliseconds kLook{50};
    std::unique_lock<std::timed_mutex> taken(turn(), std::defer_lock);
    while (!taken.try_lock_for(kLook))
        if (options.progress && !options.progress({})) break;
    return taken;
}

MipAnswer answerOf(const Mip& mip, const MipOptions& options)
{
    OsiClpSolverInterface solver;
    solver.messageHandler()->setLogLevel(0);
    solver.getModelPtr()->setLogLevel(0);
    load(solver, mip, options.relaxed);
    if (!options.start.empty()) {
        solver.setIntParam(OsiNameDiscipline, 1);
        for (std::size_t c = 0; c < mip.columns.size(); ++c) solver.setColName(static_cast<int>(c), columnName(c));
    }
    if (options.relaxed) return relaxedAnswer(solver, mip.columns.size());
    const auto taken = takenTurn(options);
    if (!taken.owns_lock()) return {};
    CbcModel model(solver);
    model.setLogLevel(0);
    CbcMain0(model);
    model.setLogLevel(0);
    bool isStopped = false;
    Watch watch(options.progress, isStopped);
    model.passInEventHandler(&watch);
    if (!options.start.empty()) {
        std::vector<std::pair<std::string, double>> start;
        for (std::size_t c = 0; c < options.start.size(); ++c) start.emplace_back(columnName(c), options.start[c]);
        model.setMIPStart(start);
    }
    const char* arguments[] = {"sokudo", "-log",      "0",  "-ratioGap", "0",    "-allowableGap",
                               "0",      "-passCuts", "20", "-solve",    "-quit"};
    CbcMain1(static_cast<int>(std::size(arguments)), arguments, model);
    MipAnswer answer;
    answer.state.nodes = model.getNodeCount();
    answer.state.bound = model.getBestPossibleObjValue();
    if (const double* best = model.bestSolution()) {
        answer.values.assign(best, best + mip.columns.size());
        answer.state.best = model.getObjValue();
    }
    // Where its first relaxation already fails the solver ends without a status of its own.
    answer.end = isStopped                 ? MipEnd::Stopped
                 : answer.values.empty()   ? MipEnd::Impossible
                 : model.isProvenOptimal() ? MipEnd::Proved
                                           : MipEnd::Stopped;
    if (answer.end == MipEnd::Proved && answer.state.best) answer.state.bound = *answer.state.best;
    return answer;
}

}  // namespace

extern "C" void sokudoSolve(const Mip& mip, const MipOptions& options, MipAnswer& answer)
{
    answer = answerOf(mip, options);
}

static_assert(std::is_same_v<CbcSolve, decltype(sokudoSolve)>);

}  // namespace sokudo::ondemand
