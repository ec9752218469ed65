// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/presenters/path_presenter.h"

#include "app/qt_text.h"
#include "core/base/text.h"
#include "core/measure/statistics.h"
#include "core/report/project_report.h"

namespace sokudo::app {

PathPresenter::PathPresenter(Document& document, Selection& selection, QObject* parent) : QObject(parent), m_document(document), m_selection(selection)
{
    connect(&document, &Document::analysisChanged, this, &PathPresenter::refresh);
    connect(&document, &Document::recordChanged, this, &PathPresenter::refresh);
    connect(&selection, &Selection::pathChanged, this, &PathPresenter::refresh);
    pickFirstPath();
    refresh();
}

/// The path of the newest result, else the first two hosts.
void PathPresenter::pickFirstPath()
{
    if (m_selection.path().from.isSet()) return;
    expect::PathQuestion question;
    if (!m_document.trials().empty()) {
        const measure::Trial& newest = m_document.trials().back();
        question.from = newest.from;
        question.to = newest.to;
    } else if (const auto known = hosts(); known.size() >= 2) {
        question.from = known[0].id;
        question.to = known[1].id;
    }
    m_selection.setPath(question);
}

std::vector<PathPresenter::Host> PathPresenter::hosts() const
{
    std::vector<Host> hosts, others;
    for (const plan::Device& device : m_document.plan().devices) {
        if (plan::isPassive(device.role)) continue;
        (plan::isHost(device.role) ? hosts : others).push_back({device.id, q(device.name)});
    }
    const auto byName = [](const Host& a, const Host& b) { return a.name < b.name; };
    std::sort(hosts.begin(), hosts.end(), byName);
    std::sort(others.begin(), others.end(), byName);
    hosts.insert(hosts.end(), others.begin(), others.end());
    return hosts;
}

void PathPresenter::turn()
{
    expect::PathQuestion turned = question();
    std::swap(turned.from, turned.to);
    ask(turned);
}

std::vector<const measure::Trial*> PathPresenter::trials() const
{
    const auto kind = question().traffic == expect::Traffic::FileCopy ? measure::TrialKind::FileCopy : measure::TrialKind::Memory;
    std::vector<const measure::Trial*> found;
    for (const measure::Trial& trial : m_document.trials())
        if (trial.from == question().from && trial.to == question().to && trial.kind == kind) found.push_back(&trial);
    return found;
}

const measure::Trial* PathPresenter::newest() const
{
    const auto all = trials();
    return all.empty() ? nullptr : all.back();
}

void PathPresenter::refresh()
{
    m_expectation.reset();
    m_problem.clear();
    m_bore = {};
    auto made = expect::expectation(m_document.plan(), m_document.knowledge(), m_document.analysis().links, question());
    if (made) {
        m_expectation = std::move(*made);
        m_bore.stages = m_expectation->stages;
        m_bore.expected = m_expectation->expected;
        m_bore.binding = m_expectation->binding;
    } else {
        m_problem = q(made.error().message());
    }
    if (const measure::Trial* trial = newest()) m_bore.measured = trial->rate;
    Q_EMIT changed();
}

QString PathPresenter::title() const { return q(report::pathTitle(m_document.plan(), question().from, question().to, question().traffic)); }

QString PathPresenter::sentence() const
{
    if (!m_expectation) return m_problem;
    QString made = q(report::expectationSentence(*m_expectation));
    QStringList missing;
    for (const auto& one : m_expectation->missing) missing << q(one.what);
    if (!missing.isEmpty()) made += QString(". Not counted, because not known: %1").arg(missing.join(", "));
    return made;
}

QString PathPresenter::measuredText() const
{
    const measure::Trial* trial = newest();
    return trial ? QString("last measured %1").arg(q(text::rate(trial->rate.value, 3))) : QString();
}

QString PathPresenter::standingText() const
{
    const measure::Trial* trial = newest();
    if (!trial || !m_expectation) return {};
    return q(code(measure::standing(trial->rate.value, m_expectation->expected)));
}

}  // namespace sokudo::app
