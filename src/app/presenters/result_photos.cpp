// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/presenters/result_photos.h"

#include <QFileInfo>

#include "app/qt_text.h"
#include "host/clock.h"
#include "host/picture.h"

namespace sokudo::app {

void ResultPhotos::read(const QString& path, std::function<void(plan::Photo)> then)
{
    if (m_isReading) return;
    m_isReading = true;
    m_says = "Reading the picture …";
    Q_EMIT changed();
    m_reading.start(
        *this, [file = fromQt(path)](const std::atomic<bool>&) { return host::readPicture(file); },
        [this, path, then = std::move(then)](const Result<host::Picture>& picture) {
            m_isReading = false;
            if (!picture) {
                m_says = toQt(picture.error().message());
                return Q_EMIT changed();
            }
            plan::Photo photo;
            photo.id = m_document.ids().next<plan::PhotoId>();
            photo.caption = fromQt(QFileInfo(path).completeBaseName());
            photo.on = host::today();
            photo.jpeg = picture->jpeg;
            m_says = QString("%1, %2 × %3 pixels").arg(toQt(photo.caption)).arg(picture->width).arg(picture->height);
            then(std::move(photo));
            Q_EMIT changed();
        });
}

void ResultPhotos::take(const QString& path)
{
    read(path, [this](plan::Photo photo) { m_taken = std::move(photo); });
}

void ResultPhotos::attach(const QString& path, plan::CableTestId newest)
{
    read(path, [this, newest](plan::Photo photo) {
        const QString caption = toQt(photo.caption);
        const auto with = cabletest::withPhoto(m_document.plan(), newest, std::move(photo));
        if (!with) m_says = toQt(with.error().message());
        else if (!m_document.edit("Photo of a result: " + caption, with)) m_says = "It could not be written";
    });
}

void ResultPhotos::drop()
{
    m_taken.reset();
    m_says.clear();
    Q_EMIT changed();
}

std::vector<ResultPhotos::Shown> ResultPhotos::of(const cabletest::RunTests* chosen) const
{
    std::vector<Shown> all;
    if (!chosen) return all;
    for (auto test = chosen->tests.rbegin(); test != chosen->tests.rend(); ++test)
        for (const plan::Photo* photo : cabletest::photosOf(m_document.plan(), **test))
            all.push_back({toQt((*test)->name), toQt(photo->caption),
                           QByteArray::fromBase64(QByteArray::fromStdString(photo->jpeg))});
    return all;
}

}  // namespace sokudo::app
