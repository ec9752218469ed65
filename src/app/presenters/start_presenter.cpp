// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/presenters/start_presenter.h"

#include "app/qt_text.h"

namespace sokudo::app {

StartPresenter::StartPresenter(Document& document, QObject* parent) : QObject(parent), m_document(document) {}

void StartPresenter::setAnswer(std::size_t question, const QString& answer)
{
    m_answers[question] = fromQt(answer);
    m_made = survey::understood(m_answers, m_document.knowledge(), m_document.ids());
    Q_EMIT changed();
}

HouseContent StartPresenter::house() const
{
    return houseContent(m_made.plan, m_document.knowledge(), analyse(m_made.plan, m_document.knowledge()));
}

std::vector<StartPresenter::Remark> StartPresenter::remarks() const
{
    std::vector<Remark> all;
    for (const text::Sentence& one : m_made.hazards) all.push_back({Verdict::Unsafe, toQt(one)});
    for (const text::Sentence& one : m_made.remarks) all.push_back({std::nullopt, toQt(one)});
    if (m_made.unknownLengths + m_made.unknownDevices > 0)
        all.push_back({Verdict::Unknown,
                       QString("%1 lengths and the ports of %2 devices are not known yet; they will be on your list.")
                           .arg(m_made.unknownLengths)
                           .arg(m_made.unknownDevices)});
    return all;
}

QString StartPresenter::notTaken(std::size_t question) const { return toQt(m_made.notTaken[question]); }

bool StartPresenter::draw()
{
    if (!canDraw()) return false;
    plan::Plan next = m_made.plan;
    next.name = m_document.plan().name;
    return m_document.edit("drew the house from six answers", next);
}

}  // namespace sokudo::app
