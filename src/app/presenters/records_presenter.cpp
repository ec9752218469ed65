// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/presenters/records_presenter.h"

#include <QFileInfo>

#include "app/qt_text.h"
#include "core/plan/edits.h"
#include "host/clock.h"

namespace sokudo::app {

const std::vector<const plan::Kind*>& RecordsPresenter::kinds()
{
    static const std::vector<const plan::Kind*> kAll = [] {
        std::vector<const plan::Kind*> all;
        for (const plan::Kind* kind : plan::kinds())
            if (*kind->title) all.push_back(kind);
        return all;
    }();
    return kAll;
}

RecordsPresenter::RecordsPresenter(Document& document, QObject* parent) : QObject(parent), m_document(document)
{
    connect(&document, &Document::planChanged, this, &RecordsPresenter::changed);
}

std::size_t RecordsPresenter::count(const plan::Kind& kind) const { return kind.table->size(m_document.plan()); }

int RecordsPresenter::due(const plan::Kind& kind) const
{
    const std::string today = host::today();
    const auto isDue = [&](const std::string& day) { return !day.empty() && day <= today; };
    int count = 0;
    if (&kind == &plan::kindOf<plan::LooseEnd>())
        for (const plan::LooseEnd& end : m_document.plan().looseEnds) count += !end.isDone && isDue(end.review);
    if (&kind == &plan::kindOf<plan::StockItem>())
        for (const plan::StockItem& item : m_document.plan().stock) count += isDue(item.due);
    return count;
}

std::vector<editline::RecordField> RecordsPresenter::fields(const plan::Subject& subject) const
{
    return editline::recordFields(m_document.plan(), subject, m_document.knowledge());
}

QString RecordsPresenter::name(const plan::Subject& subject) const
{
    return toQt(editline::recordName(m_document.plan(), subject));
}

std::optional<plan::Subject> RecordsPresenter::put(const plan::Subject& subject, const editline::RecordValues& values)
{
    auto next = editline::withRecord(m_document.plan(), subject, values, m_document.knowledge(), m_document.ids());
    if (!next) {
        m_document.edit({}, tl::unexpected(next.error()));
        return std::nullopt;
    }
    QString done = toQt(next->done);
    done[0] = done[0].toUpper();
    if (!m_document.edit(done, next->plan)) return std::nullopt;
    return next->touched.front();
}

bool RecordsPresenter::remove(const plan::Subject& subject)
{
    return m_document.edit("Delete " + name(subject), editline::withoutRecord(m_document.plan(), subject));
}

QByteArray RecordsPresenter::picture(const plan::Subject& subject) const
{
    const plan::Photo* photo =
        subject.kind == "photo" ? m_document.plan().photos.find(plan::PhotoId{subject.id}) : nullptr;
    return photo ? QByteArray::fromBase64(QByteArray::fromStdString(photo->jpeg)) : QByteArray();
}

void RecordsPresenter::addPictures(const QStringList& files, const std::optional<plan::Subject>& about)
{
    m_waiting << files;
    m_about = about;
    if (!m_isReading) readNext();
}

void RecordsPresenter::readNext()
{
    m_isReading = !m_waiting.isEmpty();
    Q_EMIT changed();
    if (!m_isReading) return;
    const QString path = m_waiting.takeFirst();
    m_reading.start(
        *this, [file = fromQt(path)](const std::atomic<bool>&) { return host::readPicture(file); },
        [this, path](const Result<host::Picture>& picture) {
            take(path, picture);
            readNext();
        });
}

void RecordsPresenter::take(const QString& path, const Result<host::Picture>& picture)
{
    if (!picture) return Q_EMIT m_document.failed(toQt(picture.error().message()));
    plan::Photo photo;
    photo.id = m_document.ids().next<plan::PhotoId>();
    photo.caption = fromQt(QFileInfo(path).completeBaseName());
    photo.about = m_about;
    photo.on = host::today();
    photo.jpeg = picture->jpeg;
    const plan::Subject added{"photo", photo.id.value};
    if (m_document.edit("Add photo " + toQt(photo.caption), plan::edits::putRecord(m_document.plan(), photo)))
        Q_EMIT pictureAdded(added);
}

}  // namespace sokudo::app
